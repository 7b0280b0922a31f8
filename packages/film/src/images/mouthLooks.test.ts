import { partsOf, partsOfArtwork, soundsByShape, treeOf } from '@cruvo/core/character';
import { VISEME_NAMES } from '@cruvo/core/speech';
import { mouthLooks } from '@cruvo/painter/paint';
import { comeIn } from '../testing/artworkPictures';
import { loadImages, nodePainter } from './nodeImages';

const TEMPLATE = new URL('../../../../apps/web/public/templates/face.svg', import.meta.url);

it('the drawings of the template’s mouth look like the sounds that they are named for', async () => {
  const { artwork, read } = await comeIn(TEMPLATE.pathname, 'face.svg');
  const character = partsOfArtwork(artwork);
  const images = await loadImages(Object.values(character.drawings), read);
  const mouth = treeOf(partsOf(character)).get('mouth')!;
  const ids = mouth.map(({ id }) => id);
  const looks = mouthLooks(nodePainter, images, character, ids);
  const sounds = soundsByShape(looks);
  const heard = (name: string) => VISEME_NAMES[sounds.get(`mouth/${name.toUpperCase()}`)!];
  for (const name of ['ah', 'eh', 'ee', 'oh', 'oo', 'f v']) expect(heard(name)).toBe(name);
  expect(looks.get('mouth/rest')!.open).toBeLessThan(0.2 * looks.get('mouth/AH')!.open);
  expect(looks.get('mouth/F V')!.inside!.teeth).toBeGreaterThan(0.2);
  expect(looks.get('mouth/AH')!.inside!.tongue).toBeGreaterThan(0.1);
});
