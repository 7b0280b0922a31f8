// npm run templates: writes the template to draw on as OpenRaster, from the one in SVG.
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { runTypeScript } from './lib/runTypeScript.mjs';

const folder = join(ROOT, 'apps/web/public/templates');
runTypeScript(`
  import { readFileSync, writeFileSync } from 'node:fs';
  import { templateOra } from '${join(ROOT, 'scripts/lib/templateOra.ts')}';
  writeFileSync('${folder}/face.ora', await templateOra(readFileSync('${folder}/face.svg')));
`);
