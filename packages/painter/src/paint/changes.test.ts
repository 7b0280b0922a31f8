import { drawingItem, type FrameItem } from '@cruvo/core/frame';
import { translation, type Box } from '@cruvo/core/geometry';
import { PaintedItems } from './changes';

const drawing = (id: string, x = 0) =>
  drawingItem(id, { kind: 'raster', media: 'm', width: 10, height: 10 }, translation(x, 0));

function opened() {
  const items = new PaintedItems();
  let frame = 0;
  let measured: string[] = [];
  const boxOf = (item: FrameItem): Box => {
    measured.push(item.id);
    return item.bounds;
  };
  /** The left edges of what changes with the next frame. */
  const show = (...shown: readonly FrameItem[]) => {
    measured = [];
    return items.update(shown, ++frame, boxOf).map(({ x }) => x);
  };
  return { items, show, measured: () => measured };
}

describe('what a frame changes', () => {
  it('is what comes, moves and goes, where it was and where it is', () => {
    const { show } = opened();
    expect(show(drawing('a', 0), drawing('b', 20))).toEqual([0, 20]);
    expect(show(drawing('a', 0), drawing('b', 20))).toEqual([]);
    expect(show(drawing('a', 0), drawing('b', 30))).toEqual([30, 20]);
    expect(show(drawing('b', 30))).toEqual([0]);
    expect(show()).toEqual([30]);
    expect(show()).toEqual([]);
  });
  it('is what comes to lie under something that it lay above', () => {
    const { show } = opened();
    show(drawing('a', 0), drawing('b', 20), drawing('c', 40));
    expect(show(drawing('b', 20), drawing('c', 40), drawing('a', 0))).toEqual([0]);
    expect(show(drawing('b', 20), drawing('c', 40), drawing('a', 0))).toEqual([]);
    expect(show(drawing('a', 0), drawing('b', 20), drawing('c', 40))).toHaveLength(2);
  });
  it('measures only what it has not seen before', () => {
    const { show, measured } = opened();
    show(drawing('a', 0), drawing('b', 20));
    show(drawing('a', 0));
    expect(measured()).toEqual([]);
    expect(show(drawing('a', 0), drawing('b', 20))).toEqual([20]);
    expect(measured()).toEqual([]);
    show(drawing('a', 5), drawing('b', 20));
    expect(measured()).toEqual(['a']);
  });
  it('tells what has been there from the start from what came later', () => {
    const { items, show } = opened();
    show(drawing('a', 0));
    show(drawing('a', 0), drawing('b', 20));
    expect(items.items.map(({ changedAt }) => changedAt)).toEqual([-Infinity, 2]);
  });
  it('begins anew once it is cleared', () => {
    const { items, show, measured } = opened();
    show(drawing('a', 0));
    items.clear();
    expect(items.items).toEqual([]);
    expect(show(drawing('a', 0))).toEqual([0]);
    expect(measured()).toEqual(['a']);
    expect(items.items[0]!.changedAt).toBe(-Infinity);
  });
  it('remembers some that are gone, and forgets them when they are too many', () => {
    const { show, measured } = opened();
    const many = Array.from({ length: 204 }, (_, at) => drawing(`gone ${at}`, at));
    show(drawing('a', 0), ...many);
    show(drawing('a', 0));
    // One more than there is room for: 200, and four for the one that is shown.
    show(drawing('a', 0), many[0]!);
    expect(measured()).toEqual(['gone 0']);
    const fewer = opened();
    fewer.show(drawing('a', 0), ...many.slice(0, 203));
    fewer.show(drawing('a', 0));
    fewer.show(drawing('a', 0), many[0]!);
    expect(fewer.measured()).toEqual([]);
  });
});
