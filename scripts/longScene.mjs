// npm run long-scene [-- ADDRESS]: puts half an hour of twenty lines into a running studio, to see how it bears that.
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { runTypeScript } from './lib/runTypeScript.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:4610';
runTypeScript(`
  import { sendLongScene } from '${join(ROOT, 'scripts/lib/sendLongScene.ts')}';
  await sendLongScene('${address}');
`);
