import { mouthLookOf } from './mouthLook';
import { soundsByShape } from './mouthShapes';

const INK: Readonly<Record<string, readonly [number, number, number, number]>> = {
  '.': [0, 0, 0, 0],
  l: [206, 110, 98, 255],
  k: [60, 30, 20, 255],
  d: [40, 12, 14, 255],
  w: [250, 250, 245, 255],
  t: [224, 110, 112, 255],
};

/** Pixels of a small drawing: lips, a black line, the dark inside, teeth, the tongue. */
function drawn(...rows: readonly string[]) {
  const data = Uint8ClampedArray.from(rows.flatMap((row) => [...row].flatMap((ink) => INK[ink]!)));
  return { data, width: rows[0]!.length, height: rows.length };
}

it('what lips enclose is the opening, dark or left empty', () => {
  const dark = mouthLookOf(drawn('.lllll.', 'lldddll', 'lldddll', '.lllll.'));
  expect(dark).toEqual({ open: 2, wide: 7, inside: { teeth: 0, tongue: 0 } });
  const empty = mouthLookOf(drawn('.lllll.', 'll...ll', 'll...ll', '.lllll.'));
  expect(empty).toEqual(dark);
});

it('lips alone are shut, and so is nothing', () => {
  expect(mouthLookOf(drawn('.lllll.', 'lllllll', '.lllll.'))).toMatchObject({ open: 0, wide: 7 });
  expect(mouthLookOf(drawn('...', '...'))).toMatchObject({ open: 0, wide: 0 });
});

it('what is drawn with a dark line is open to its edge; a bent line alone is as open as it is thick', () => {
  expect(mouthLookOf(drawn('.kkk.', 'k...k', 'kdddk', '.kkk.'))).toMatchObject({ open: 4 });
  expect(mouthLookOf(drawn('k.....k', '.k...k.', '..kkk..'))).toMatchObject({ open: 1, wide: 7 });
});

it('teeth and tongue are shares of the opening', () => {
  const look = mouthLookOf(drawn('llllll', 'lwwwwl', 'lddddl', 'lddddl', 'llttdl', 'llllll'));
  expect(look.open).toBe(4);
  // The tongue is too much like the lips to be told from them.
  expect(look.inside).toEqual({ teeth: 4 / 13, tongue: 0 });
  const dark = mouthLookOf(drawn('kkkkkk', 'kwwwwk', 'kddddk', 'kttttk', 'kkkkkk'));
  expect(dark.inside).toEqual({ teeth: 4 / 30, tongue: 4 / 30 });
});

it('teeth tell f from a shut mouth, the tongue l; what is like no sound stays without one', () => {
  const look = (open: number, wide: number, teeth = 0, tongue = 0) => ({
    ...{ open, wide, inside: { teeth, tongue } },
  });
  const sounds = soundsByShape(
    new Map([
      ['shut', look(8, 70)],
      ['open', look(60, 75, 0.1, 0.1)],
      ['teeth', look(15, 68, 0.4)],
      ['tongue', look(30, 66, 0.05, 0.3)],
      ['spread', look(20, 95, 0.25)],
      ['all teeth', look(60, 30, 1)],
    ]),
  );
  expect(Object.fromEntries(sounds)).toEqual({
    shut: 1,
    open: 10,
    teeth: 2,
    tongue: 8,
    spread: 12,
  });
});
