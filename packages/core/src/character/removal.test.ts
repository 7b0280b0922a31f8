import type { MouthRig } from '../mouth/mouthRig';
import { RICH_CHARACTERS } from '../testing/richCharacters';
import type { Character } from './character';
import type { Lids } from './eyes';
import { partsOf } from './partList';
import { withoutParts } from './removal';

const of = (kind: string) => RICH_CHARACTERS.get(kind)!;
const idsOf = (character: Character) => partsOf(character).map(({ id }) => id);
const withMouth = (kind: string, change: object): Character => {
  const character = of(kind);
  return { ...character, mouth: { ...character.mouth!, ...change } as MouthRig };
};
const withLids = (lids: Lids): Character => {
  const character = of('chart');
  return { ...character, eyes: { ...character.eyes, lids } };
};
const chartOf = ({ mouth }: Character) => (mouth && 'chart' in mouth ? mouth.chart : null);

describe('parts that are taken away', () => {
  it('take what they hold along, and the drawings that nobody shows any more', () => {
    const bird = of('jaw');
    const without = withoutParts(bird, ['jaw']);
    expect(
      idsOf(bird)
        .filter((id) => !idsOf(without).includes(id))
        .sort(),
    ).toEqual([...['jaw', 'lower', 'tongue']]);
    expect(Object.keys(without.drawings)).not.toContain('tongue');
    expect(Object.keys(without.drawings)).toContain('crown');
  });
  it('leave everything as it is where there are none, or none would be left', () => {
    const bird = of('jaw');
    expect(withoutParts(bird, ['nobody'])).toBe(bird);
    expect(withoutParts(bird, idsOf(bird))).toBe(bird);
  });
});

describe('a mouth goes on with what is left', () => {
  it('of its drawings, and rests with the one that is most shut where its rest is gone', () => {
    const fewer = chartOf(withoutParts(of('chart'), ['round', 'rest']))!;
    expect(fewer.drawings.map(({ drawing }) => drawing)).toEqual([
      ...['lips', 'teeth', 'open', 'half', 'cross', 'grin'],
    ]);
    expect(fewer.rest).toBe('lips');
    expect(chartOf(withoutParts(of('chart'), ['round']))!.rest).toBe('rest');
  });
  it('of its strip, as long as two are left', () => {
    const strip = (...gone: string[]) => {
      const { mouth } = withoutParts(of('strip'), gone);
      return mouth?.kind === 'strip' ? mouth.strip : (mouth?.kind ?? null);
    };
    expect(strip('half')).toEqual(['lips', 'open']);
    expect(strip('half', 'open')).not.toEqual(['lips']);
  });
  it('without its followers and its inside', () => {
    expect(withoutParts(of('lips'), ['brow']).mouth!.followers).toEqual([]);
    expect(withoutParts(of('lips'), ['lid']).mouth!.followers).toHaveLength(1);
    const cut = withMouth('cut', { inside: { kind: 'part', part: 'brow' } });
    expect(withoutParts(cut, ['brow']).mouth).toMatchObject({ inside: { kind: 'color' } });
    expect(withoutParts(cut, ['lid']).mouth).toMatchObject({ inside: { kind: 'part' } });
  });
  it('or is put together anew where its own part is gone', () => {
    const bird = withoutParts(of('jaw'), ['jaw']);
    expect(bird.mouth?.kind === 'jaw' && bird.mouth.part === 'jaw').toBe(false);
  });
});

describe('eyes go on with what is left', () => {
  it('without pupils whose white is gone, and without brows', () => {
    const { eyes } = of('chart');
    const [{ pupil, white }] = eyes.pupils as [(typeof eyes.pupils)[number]];
    expect(withoutParts(of('chart'), [pupil]).eyes.pupils).toEqual([]);
    expect(withoutParts(of('chart'), [white]).eyes.pupils).toEqual([]);
    const browless = withoutParts(of('chart'), ['brow']).eyes;
    expect(browless.brows).toEqual({ left: null, right: null });
    expect(browless.pupils).toEqual(eyes.pupils);
  });
  it('with fewer lids, until there are none', () => {
    const lids = (given: Lids, ...gone: string[]) => withoutParts(withLids(given), gone).eyes.lids;
    const swap: Lids = { kind: 'swap', closed: ['lid', 'brow'], open: ['pupil', 'rest'] };
    expect(lids(swap, 'brow', 'rest')).toEqual({ kind: 'swap', closed: ['lid'], open: ['pupil'] });
    expect(lids(swap, 'brow', 'lid')).toBeNull();
    const flip: Lids = {
      kind: 'flip',
      flips: [
        ['lid', 'brow', 'rest'],
        ['half', 'open'],
      ],
    };
    expect(lids(flip, 'brow')).toEqual({
      ...{
        kind: 'flip',
        flips: [
          ['lid', 'rest'],
          ['half', 'open'],
        ],
      },
    });
    expect(lids(flip, 'half')).toEqual({ kind: 'flip', flips: [['lid', 'brow', 'rest']] });
    expect(lids(flip, 'half', 'brow', 'rest')).toBeNull();
    const slide: Lids = { kind: 'slide', lids: [{ part: 'lid', x: 0, y: 9 }] };
    expect(lids(slide, 'brow')).toEqual(slide);
    expect(lids(slide, 'lid')).toBeNull();
  });
});
