import { toFlicks } from '../time';
import { emptyTrack, withKey } from './keyEdits';
import { EASINGS } from './keyTrack';
import { keyValueAt } from './keyValue';
import { endOfMove, moveSchema, placedMoveSchema } from './move';
import { keptMove, movesOf, placedMove, stretchOfKeys } from './moveEdits';

const s = toFlicks;
const keyed = (control: string, ...keys: (readonly [seconds: number, value: number])[]) =>
  keys.reduce(
    (track, [time, value]) => withKey(track, s(time), value),
    emptyTrack(control, 'a', control),
  );
const nod = keyed('body.nod', [1, 0], [2, 10], [4, 4]);
const turn = keyed('body.turn', [5, 1], [6, 2]);

describe('a move that is kept', () => {
  it('reaches from the first key to the last, and has the keys of every control in it', () => {
    const stretch = stretchOfKeys([nod, turn])!;
    expect([stretch.start, stretch.end]).toEqual([s(1), s(6)]);
    const move = keptMove('m', 'Bow', [nod, turn], stretch)!;
    expect(moveSchema.isValidSync(move)).toBe(true);
    expect(move).toMatchObject({ id: 'm', name: 'Bow', length: s(5) });
    expect(move.tracks.map(({ control, keys }) => [control, keys.map(({ time }) => time)])).toEqual(
      [
        ['body.nod', [0, s(1), s(3)]],
        ['body.turn', [s(4), s(5)]],
      ],
    );
  });
  it('has the values of its curves where its ends cut them, and nothing of controls without a key in it', () => {
    const move = keptMove('m', 'Part', [nod, turn], { start: s(1.5), end: s(3) })!;
    expect(move.tracks).toHaveLength(1);
    const { keys } = move.tracks[0]!;
    expect(keys.map(({ time }) => time)).toEqual([0, s(0.5), s(1.5)]);
    expect(keys.map(({ value }) => value)).toEqual([
      keyValueAt(nod.keys, s(1.5)),
      10,
      keyValueAt(nod.keys, s(3)),
    ]);
  });
  it('is none where there are no keys, or no time', () => {
    expect(stretchOfKeys([])).toBeNull();
    expect(stretchOfKeys([keyed('body.nod', [1, 0])])).toBeNull();
    expect(keptMove('m', 'None', [nod], { start: s(7), end: s(8) })).toBeNull();
    expect(keptMove('m', 'None', [nod], { start: s(2), end: s(2) })).toBeNull();
  });
});

describe('a move that is laid down', () => {
  const move = keptMove('m', 'Bow', [nod], stretchOfKeys([nod])!)!;
  const placed = placedMove('p', 'a', 'm', s(10));

  it('takes as long as it was kept, less when it is faster, more when it is made more often', () => {
    expect(placedMoveSchema.isValidSync(placed)).toBe(true);
    expect(endOfMove(placed, move)).toBe(s(13));
    expect(endOfMove({ ...placed, speed: 2 }, move)).toBe(s(11.5));
    expect(endOfMove({ ...placed, times: 2.5 }, move)).toBe(s(17.5));
  });
  it('is listed with others of the same member, the earlier ones first', () => {
    const table = {
      late: { ...placed, id: 'late', start: s(20) },
      early: { ...placed, id: 'early', start: s(2) },
      other: { ...placed, id: 'other', member: 'b' },
    };
    expect(movesOf(table, 'a').map(({ id }) => id)).toEqual(['early', 'late']);
  });
  it.each([
    ['speed', 0],
    ['speed', Infinity],
    ['times', 0],
    ['weight', 1.5],
    ['start', -1],
    ['soft', NaN],
  ])('is refused with a %s of %d', (field, value) => {
    expect(placedMoveSchema.isValidSync({ ...placed, [field]: value })).toBe(false);
  });
  it('is refused when its move has no key, or two at a time', () => {
    const key = { time: 0, value: 0, easing: EASINGS.held };
    const of = (...keys: object[]) => ({ ...move, tracks: [{ control: 'body.nod', keys }] });
    expect([of(key), of(), of(key, key)].map((one) => moveSchema.isValidSync(one))).toEqual([
      ...[true, false, false],
    ]);
  });
});
