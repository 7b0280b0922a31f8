import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';
import type { ArtworkLayer } from '../artwork';
import type { Character } from '../character';
import { withGroup, withPartsMoved } from '../edits';
import { characterFromArtwork } from '../fromArtwork';
import { partsOf } from '../partList';
import { withNewerArtwork } from './apply';
import { compareArtwork } from './compare';
import type { ConfirmedPairs } from './match';

/** Layers far from each other and with pictures of their own, so that none is taken for another. */
const box = (at: number) => ({ x: 9 * at, y: 9 * at, width: 6, height: 6 });
const [arm, belt, coat, dog, ear, fan] = ['arm', 'belt', 'coat', 'dog', 'ear', 'fan'].map(
  (name, at) => drawnLayer(name, box(at), String(at)),
) as [ArtworkLayer, ArtworkLayer, ArtworkLayer, ArtworkLayer, ArtworkLayer, ArtworkLayer];

const compare = (before: Character, newer: Character, said: ConfirmedPairs = new Map()) =>
  compareArtwork(before, newer, said, () => null);
function taken(
  before: Character,
  newer: Character,
  wishes: { kept?: string[]; arrangement?: boolean } = {},
) {
  return withNewerArtwork(before, newer, compare(before, newer), {
    kept: new Set(wishes.kept),
    arrangement: wishes.arrangement ?? false,
  });
}

type Outline = string | readonly [string, readonly Outline[]];
/** The tree of parts, back to front. */
function outline(character: Character, parent: string | null = null): Outline[] {
  return partsOf(character)
    .filter((part) => part.parent === parent)
    .map(({ id }) => {
      const inside = outline(character, id);
      return inside.length > 0 ? [id, inside] : id;
    });
}

describe('a new layer finds its place', () => {
  it('above the one beneath it, at the bottom beneath the one above it, and at the top', () => {
    const before = characterOf(arm, belt);
    expect(outline(taken(before, characterOf(arm, coat, belt)))).toEqual(['arm', 'coat', 'belt']);
    expect(outline(taken(before, characterOf(coat, arm, belt)))).toEqual(['coat', 'arm', 'belt']);
    expect(outline(taken(before, characterOf(arm, belt, coat)))).toEqual(['arm', 'belt', 'coat']);
  });

  it('above all that the one beneath it holds', () => {
    const before = characterOf(groupOf('group', arm, belt), coat);
    const after = taken(before, characterOf(groupOf('group', arm, belt), dog, coat));
    expect(outline(after)).toEqual([['group', ['group/arm', 'group/belt']], 'dog', 'coat']);
    expect(partsOf(after).map(({ id }) => id)).toEqual([
      'group',
      'group/arm',
      'group/belt',
      'dog',
      'coat',
    ]);
  });

  it('beside its neighbours, wherever these were put here', () => {
    const before = withGroup(characterOf(arm, belt, coat), ['arm', 'belt'], 'clothes');
    const after = taken(before, characterOf(arm, dog, belt, coat));
    const [group] = partsOf(before).filter(({ name }) => name === 'clothes');
    expect(outline(after)).toEqual([[group!.id, ['arm', 'dog', 'belt']], 'coat']);
  });

  it('together with its group, in it, and in the order that they are drawn in', () => {
    const before = characterOf(arm);
    const after = taken(before, characterOf(arm, groupOf('bag', coat, dog), ear));
    expect(outline(after)).toEqual(['arm', ['bag', ['bag/coat', 'bag/dog']], 'ear']);
  });

  it('in a group that was empty of what is new', () => {
    const before = characterOf(groupOf('bag', coat), arm);
    const moved = withPartsMoved(before, ['bag/coat'], null, 2);
    const after = taken(moved, characterOf(groupOf('bag', coat, dog), arm));
    expect(partsOf(after).find(({ id }) => id === 'bag/dog')!.parent).toBe(
      partsOf(after).find(({ id }) => id === 'bag/coat')!.parent,
    );
  });

  it.each([
    { scale: 2, x: 0, y: 0, width: 200, height: 200 },
    { scale: 1, x: 30, y: 10, width: 130, height: 110 },
  ])('with its drawing and pivot on the page as it was, where that is now $width wide', (page) => {
    const { scale, width, height } = page;
    const onPage = (layer: ArtworkLayer): ArtworkLayer => ({
      ...layer,
      drawing: layer.drawing && {
        ...layer.drawing,
        ...{ x: page.x + scale * layer.drawing.x, y: page.y + scale * layer.drawing.y },
        ...{ width: scale * layer.drawing.width, height: scale * layer.drawing.height },
      },
    });
    const before = characterOf(arm, belt, dog);
    const layers = [arm, belt, dog, ear].map(onPage);
    const newer = characterFromArtwork('Test', { width, height, layers, notes: [], flat: null });
    expect(compare(before, newer).page).toEqual({ scale, x: page.x, y: page.y });
    const after = taken(before, newer);
    const [own] = partsOf(characterOf(ear));
    expect(partsOf(after).find(({ id }) => id === 'ear')!.pivot).toEqual(own!.pivot);
    expect(after.drawings['ear']).toMatchObject(box(4));
    expect(after.drawings['arm']).toEqual(before.drawings['arm']);
  });

  it('shows all that it holds, since nothing is said of it yet', () => {
    const after = taken(characterOf(arm), characterOf(arm, groupOf('bag', coat, dog)));
    expect(partsOf(after).find(({ id }) => id === 'bag')).toMatchObject({
      shows: null,
      drawing: null,
    });
    expect(after.drawings).not.toHaveProperty('bag');
  });
});

describe('what a part that goes was holding', () => {
  const nested = groupOf('outer', groupOf('inner', arm, belt), coat);
  it('goes to the nearest holder that stays', () => {
    const before = characterOf(nested, dog);
    const inside = withPartsMoved(before, ['dog'], 'outer/inner/arm', 0);
    const after = taken(inside, characterOf(groupOf('outer', groupOf('inner', belt), coat), dog));
    expect(outline(after)).toEqual([
      ['outer', [['outer/inner', ['dog', 'outer/inner/belt']], 'outer/coat']],
    ]);
  });

  it('stands by itself where none stays', () => {
    const before = withPartsMoved(characterOf(arm, dog), ['dog'], 'arm', 0);
    expect(outline(taken(before, characterOf(dog)))).toEqual(['dog']);
  });

  it('stays in it where somebody keeps it', () => {
    const before = withPartsMoved(characterOf(arm, dog), ['dog'], 'arm', 0);
    expect(outline(taken(before, characterOf(dog), { kept: ['arm'] }))).toEqual([['arm', ['dog']]]);
  });

  it('leaves everybody else where they were put', () => {
    const before = withPartsMoved(characterOf(arm, belt, coat, dog), ['belt'], 'coat', 0);
    expect(outline(taken(before, characterOf(belt, coat, dog)))).toEqual([
      ['coat', ['belt']],
      'dog',
    ]);
  });
});

describe('the arrangement of the file', () => {
  it('moves parts into the groups that they are drawn in, and out of those that are made here', () => {
    const before = withPartsMoved(
      characterOf(groupOf('bag', arm), belt, coat),
      ['coat'],
      'belt',
      0,
    );
    const newer = characterOf(groupOf('bag', coat, arm), belt);
    const said: ConfirmedPairs = new Map([['coat', 'bag/coat']]);
    const comparison = compare(before, newer, said);
    const after = withNewerArtwork(before, newer, comparison, {
      kept: new Set(),
      arrangement: true,
    });
    expect(outline(after)).toEqual([['bag', ['coat', 'bag/arm']], 'belt']);
    const still = withNewerArtwork(before, newer, comparison, {
      kept: new Set(),
      arrangement: false,
    });
    expect(outline(still)).toEqual([
      ['bag', ['bag/arm']],
      ['belt', ['coat']],
    ]);
  });

  it('leaves parts that the file has not in their groups, in front', () => {
    const before = characterOf(groupOf('bag', fan, arm, belt), coat);
    const newer = characterOf(coat, groupOf('bag', belt, arm));
    const after = taken(before, newer, { arrangement: true, kept: ['bag/fan'] });
    expect(outline(after)).toEqual(['coat', ['bag', ['bag/belt', 'bag/arm', 'bag/fan']]]);
  });

  it('brings opacity, blending and clipping only where it is wished', () => {
    const looks = { opacity: 0.5, blend: 'multiply', clipped: true } as const;
    const before = characterOf(arm, belt);
    const newer = characterOf(arm, { ...belt, ...looks });
    expect(compare(before, newer).arranged.map(({ id }) => id)).toEqual(['belt']);
    expect(partsOf(taken(before, newer))[1]).toMatchObject({ opacity: 1, blend: 'normal' });
    const after = taken(before, newer, { arrangement: true });
    expect(partsOf(after)[1]).toMatchObject(looks);
    expect(partsOf(after)[0]).toEqual(partsOf(before)[0]);
  });

  it('is refused where groups of the two would lie inside each other', () => {
    const before = withPartsMoved(
      characterOf(groupOf('one', arm), groupOf('two', belt)),
      ['two'],
      'one',
      1,
    );
    const newer = characterOf(groupOf('two', belt, groupOf('one', arm)));
    const said: ConfirmedPairs = new Map([
      ['one', 'two/one'],
      ['one/arm', 'two/one/arm'],
    ]);
    const comparison = compare(before, newer, said);
    const wishes = { kept: new Set<string>(), arrangement: true };
    const after = withNewerArtwork(before, newer, comparison, wishes);
    expect(
      partsOf(after)
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['one', 'one/arm', 'two', 'two/belt']);
  });
});

describe('the comparison', () => {
  const before = characterOf(arm, groupOf('bag', coat, dog), belt);
  it('counts a drawing as still up to half a unit, as moved beyond', () => {
    const shifted = (x: number, y = 0) =>
      compare(characterOf(arm), characterOf(drawnLayer('arm', { ...box(0), x, y }, '0')))
        .continued[0]!.change;
    expect([shifted(0.5), shifted(0.6), shifted(0, 0.5), shifted(0, -0.6)]).toEqual([
      'none',
      'moved',
      'none',
      'moved',
    ]);
  });

  it('counts a drawing of another size or with another picture as drawn anew', () => {
    const change = (size: object, picture = '0') =>
      compare(characterOf(arm), characterOf(drawnLayer('arm', { ...box(0), ...size }, picture)))
        .continued[0]!.change;
    expect(change({ width: 6.6 })).toBe('redrawn');
    expect(change({ height: 5.4 })).toBe('redrawn');
    expect(change({ width: 6.5, height: 5.5 })).toBe('none');
    expect(change({}, '9')).toBe('redrawn');
    expect(change({ x: 50 }, '9')).toBe('redrawn');
  });

  it('counts a layer that has become a group, or a group one, as drawn anew', () => {
    const drawn = characterOf(drawnLayer('bag', box(2), '2'), arm);
    const group = characterOf(groupOf('bag', coat), arm);
    const changeOfBag = (one: Character, other: Character) =>
      compare(one, other).continued.find(({ part }) => part.id === 'bag')?.change;
    expect(changeOfBag(drawn, group)).toBe('redrawn');
    expect(changeOfBag(group, drawn)).toBe('redrawn');
    const both = taken(group, drawn);
    expect(both.drawings['bag']).toBeDefined();
    expect(partsOf(both).find(({ id }) => id === 'bag')!.drawing).toBe('bag');
    const empty = taken(drawn, group);
    expect(partsOf(empty).find(({ id }) => id === 'bag')!.drawing).toBeNull();
  });

  it('tells of what is gone, groups only when all in them is, and of groups that bring something', () => {
    const gone = (newer: Character) => compare(before, newer).removed.map(({ part }) => part.id);
    expect(gone(characterOf(arm, groupOf('bag', coat), belt))).toEqual(['bag/dog']);
    expect(gone(characterOf(arm, belt))).toEqual(['bag', 'bag/coat', 'bag/dog']);
    const added = (newer: Character) => compare(before, newer).added.map(({ layer }) => layer.id);
    expect(added(characterOf(arm, groupOf('bag', coat, dog), belt, groupOf('box', ear)))).toEqual([
      'box',
      'box/ear',
    ]);
    expect(added(characterOf(arm, groupOf('bag', coat, dog), belt, groupOf('box')))).toEqual([]);
  });

  it('tells of every part that lies in another order or group than in the file', () => {
    const arranged = (newer: Character, one = before) =>
      compare(one, newer).arranged.map(({ id }) => id);
    expect(arranged(characterOf(arm, groupOf('bag', coat, dog), belt))).toEqual([]);
    expect(arranged(characterOf(arm, groupOf('bag', dog, coat), belt))).toEqual(['bag/dog']);
    const grouped = withPartsMoved(before, ['belt'], 'bag', 2);
    expect(arranged(characterOf(arm, groupOf('bag', coat, dog), belt), grouped)).toEqual(['belt']);
  });
});
