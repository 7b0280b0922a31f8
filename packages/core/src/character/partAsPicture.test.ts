import { characterOf, drawnLayer, groupOf } from '../testing';
import { asOnePicture } from './artwork';
import { characterFromArtwork } from './fromArtwork';
import { drawnAsOne, withPartAsPicture } from './partAsPicture';
import { partsOf } from './partList';
import type { Drawing } from './drawing';

const picture: Drawing = {
  ...{ kind: 'raster', media: '7'.repeat(64) },
  ...{ x: 5, y: 6, width: 70, height: 80 },
};
const mask = drawnLayer('mask', {}, '9').drawing;

describe('a part as one picture', () => {
  const character = characterOf(
    drawnLayer('wall'),
    {
      ...groupOf('mouth', drawnLayer('ah', {}, '1'), drawnLayer('oh', {}, '2')),
      ...{ opacity: 0.5, blend: 'multiply', isolated: true, mask },
    },
    drawnLayer('hat', {}, '3'),
  );
  const changed = withPartAsPicture(character, 'mouth', picture);

  it('shows it in place of all that it held; the others stay', () => {
    expect(character.mouth).not.toBeNull();
    expect(partsOf(changed).map(({ name }) => name)).toEqual(['wall', 'mouth', 'hat']);
    expect(changed.drawings[changed.parts['mouth']!.drawing!]).toEqual(picture);
    expect(changed.mouth).toBeNull();
    expect(changed.parts['mouth']!.pivot).toEqual(character.parts['mouth']!.pivot);
  });

  it('has its opacity, blending and mask in the picture, and keeps no drawing that nothing shows', () => {
    expect(changed.parts['mouth']).toMatchObject({
      ...{ opacity: 1, blend: 'normal', isolated: false, mask: null },
    });
    expect(Object.values(changed.drawings)).toHaveLength(3);
  });

  it('of a single drawing is another one', () => {
    const redrawn = withPartAsPicture(character, 'hat', picture);
    expect(redrawn.drawings[redrawn.parts['hat']!.drawing!]).toEqual(picture);
    expect(Object.keys(redrawn.drawings)).toHaveLength(Object.keys(character.drawings).length);
    expect(redrawn.mouth).toEqual(character.mouth);
  });

  it('nothing changes where no part has the id', () => {
    expect(drawnAsOne(character, 'tail', picture)).toBe(character);
  });
});

it('artwork as one picture is a page that shows it', () => {
  const whole = characterFromArtwork('Fox', asOnePicture({ ...picture, x: 0, y: 0 }));
  expect(whole).toMatchObject({ width: 70, height: 80 });
  expect(partsOf(whole)).toHaveLength(1);
});
