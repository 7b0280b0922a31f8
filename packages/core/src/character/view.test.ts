import { characterSchema, type Character } from './character';
import { controlsOf, mouthOverrides } from './controls';
import { poseOf } from './poseOf';
import { withoutParts } from './removal';
import { withViews, withoutView } from './viewEdits';
import { withStripControl, stripOf } from './stripControl';
import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { chartOf } from '../mouth/mouthRig';
import { targetOf } from '../mouth/articulation';
import { withParts } from './edits';

/** A head drawn from the front, with four mouths, and from the side, with three and a brow. */
function drawnTwice(): Character {
  const made = characterOf(
    groupOf(
      'head',
      groupOf(
        'front',
        drawnLayer('skull'),
        drawnLayer('brow left'),
        groupOf('mouth', ...['rest', 'AH', 'OO', 'EE'].map((name) => drawnLayer(name))),
      ),
      groupOf(
        'side',
        drawnLayer('profile'),
        drawnLayer('left brow'),
        groupOf('mouth', ...['rest', 'AH', 'EE'].map((name) => drawnLayer(name))),
      ),
    ),
  );
  return withParts(made, ['head'], { shows: 'head/front' });
}

/** Which drawing each mouth shows where the character's own shows one. */
function mouths(character: Character, drawing: string): (string | undefined)[] {
  const set = controlsOf(character);
  const values = set.rest.slice();
  const shown = chartOf(character.mouth!).drawings.find((entry) => entry.drawing === drawing)!;
  const articulation = { ...targetOf(0), ...shown.articulation };
  for (const [id, value] of mouthOverrides({ drawing, articulation })) set.set(values, id, value);
  const pose = poseOf(character, values);
  return ['head/front/mouth', 'head/side/mouth'].map((part) => pose.get(part)?.shows);
}

describe('a head drawn from two sides', () => {
  const character = drawnTwice();
  const strip = stripOf(character, 'head');
  const viewed = withViews(withStripControl(character, 'head', 'Head turns', true), strip);

  it('has one mouth before, and one of its own in the other view after', () => {
    expect(character.mouth!.part).toBe('head/front/mouth');
    expect(strip).toEqual(['head/front', 'head/side']);
    expect(Object.keys(viewed.views)).toEqual(['head/side']);
    const { mouth, brows } = viewed.views['head/side']!;
    expect([mouth!.part, chartOf(mouth!).drawings.length]).toEqual(['head/side/mouth', 3]);
    expect(brows.left?.part).toBe('head/side/left brow');
    expect(viewed.parts['head/side']!.parent).toBe('head');
    expect(characterSchema.isValidSync(viewed)).toBe(true);
  });
  it('speaks in both: by the same name, and else by what looks most alike', () => {
    expect(mouths(viewed, 'head/front/mouth/AH')).toEqual([
      'head/front/mouth/AH',
      'head/side/mouth/AH',
    ]);
    const [front, side] = mouths(viewed, 'head/front/mouth/OO');
    expect(front).toBe('head/front/mouth/OO');
    expect(['head/side/mouth/AH', 'head/side/mouth/rest']).toContain(side);
    expect(mouths(viewed, 'head/front/mouth/rest')[1]).toBe('head/side/mouth/rest');
  });
  it('raises the brows of both', () => {
    const set = controlsOf(viewed);
    const values = set.rest.slice();
    set.set(values, 'brow.left.raise', 7);
    const pose = poseOf(viewed, values);
    for (const brow of ['head/front/brow left', 'head/side/left brow']) {
      expect(pose.get(brow)!.move![5]).toBeCloseTo(-7);
    }
  });
  it('is left still again, and loses what is removed from it', () => {
    expect(withoutView(viewed, 'head/side').views).toEqual({});
    expect(withoutParts(viewed, ['head/side']).views).toEqual({});
    const quiet = withoutParts(viewed, ['head/side/mouth']);
    expect(quiet.views['head/side']!.mouth).toBeNull();
    expect(characterSchema.isValidSync(quiet)).toBe(true);
  });
  it('is refused where a view names a part that is not there', () => {
    const lost = { ...viewed, views: { gone: { ...viewed.views['head/side']!, id: 'gone' } } };
    expect(() => characterSchema.validateSync(lost)).toThrow(/does not have/);
  });
});
