import 'fake-indexeddb/auto';
import { clear, set } from 'idb-keyval';
import { PassSafe } from './passSafe';

const head = { member: 'una', from: 2, begunAt: '2026-12-01T10:00:00Z' };
const piece = (duration: number) => ({
  ...{ duration, cues: [] },
  events: [['nod', duration, 0.5] as const],
});
/** A scene's safe in a window; another one is another visit. */
const visit = (window: string) => new PassSafe('scene', window);

describe('passes in safety', () => {
  beforeEach(() => clear());

  it('are found by the next visit, in the order of their pieces, until they are forgotten', async () => {
    const first = visit('first');
    first.begin('one', head);
    for (let at = 0; at < 12; at++) first.add('one', at, piece(at + 1));
    expect(await first.unfinished()).toEqual([]);
    const [found, ...others] = await visit('second').unfinished();
    expect(others).toEqual([]);
    expect(found).toMatchObject({ id: 'one', ...head });
    expect(found!.pieces.map(({ duration }) => duration)).toEqual(
      Array.from({ length: 12 }, (_, at) => at + 1),
    );
    await visit('second').forget('one');
    expect(await visit('third').unfinished()).toEqual([]);
  });
  it('of other scenes, and those with nothing in them, are left alone', async () => {
    const other = new PassSafe('elsewhere', 'first');
    other.begin('one', head);
    other.add('one', 0, piece(1));
    const empty = visit('first');
    empty.begin('two', head);
    await Promise.all([other.unfinished(), empty.unfinished()]);
    expect(await visit('second').unfinished()).toEqual([]);
    expect(await new PassSafe('elsewhere', 'second').unfinished()).toHaveLength(1);
  });
  it('are kept up to a piece that can’t be read', async () => {
    const first = visit('first');
    first.begin('one', head);
    for (let at = 0; at < 3; at++) first.add('one', at, piece(at + 1));
    await first.unfinished();
    await set('pass scene one 0000001', { duration: 'long' });
    const [found] = await visit('second').unfinished();
    expect(found!.pieces).toHaveLength(1);
    await set('pass scene one', { member: 3 });
    expect(await visit('second').unfinished()).toEqual([]);
  });
});
