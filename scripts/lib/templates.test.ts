import { join } from 'node:path';
import { abilitiesOf, characterFromArtwork, recognise, partsOf } from '@cruvo/core/character';
import { readArtwork } from '@cruvo/media/artwork';

const folder = new URL('../../apps/web/public/templates/', import.meta.url).pathname;
const come = async (name: string) => {
  const artwork = await readArtwork([{ path: join(folder, name), name }], {
    keep: async (bytes) => String(bytes.length).padStart(64, '0'),
    report: () => undefined,
  });
  return characterFromArtwork('face', artwork);
};
const meanings = (character: Awaited<ReturnType<typeof come>>) =>
  [...recognise(partsOf(character))].map(([id, { role, side }]) => `${id}: ${role} ${side ?? ''}`);

it('the templates in both formats are the same character, which can do everything', async () => {
  const [svg, ora] = await Promise.all([come('face.svg'), come('face.ora')]);
  expect(meanings(ora)).toEqual(meanings(svg));
  expect(abilitiesOf(ora).map(({ can }) => can)).toEqual([true, true, true, true]);
  expect(ora.mouth!.kind).toBe(svg.mouth!.kind);
});
