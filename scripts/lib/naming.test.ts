import { readFile } from 'node:fs/promises';
import { format, resolveConfig } from 'prettier';
import { namingSheet } from '@cruvo/core/character';

it('the naming sheet is what layers are recognised by', async () => {
  const path = new URL('../../docs/NAMING.md', import.meta.url).pathname;
  const expected = await format(namingSheet(), {
    ...(await resolveConfig(path)),
    parser: 'markdown',
  });
  expect(await readFile(path, 'utf8')).toBe(expected);
});
