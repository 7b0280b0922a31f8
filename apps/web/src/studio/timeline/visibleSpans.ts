import { firstWhere } from '@cruvo/core/numbers';
import { timeAt, xAt, type Viewport } from './viewport';

interface Span {
  readonly start: number;
  readonly end: number;
}

/** A span with its place on the timeline, whole pixels: shares of them take several times as long to fill. */
export interface PlacedSpan<Item extends Span> {
  readonly item: Item;
  readonly left: number;
  readonly right: number;
}

/** Of spans that are narrower than this together one is painted, pixels. */
const NARROWEST = 3;

/**
 * The spans that are in view, in order; of many narrow ones one for each few pixels, so that an hour is painted as
 * quickly as a minute.
 *
 * @param spans in order, apart from each other
 * @param toSeconds seconds of the scene at which a time of the spans lies
 */
export function* visibleSpans<Item extends Span>(
  spans: readonly Item[],
  viewport: Viewport,
  width: number,
  toSeconds: (time: number) => number,
): Generator<PlacedSpan<Item>> {
  const until = timeAt(viewport, width);
  const firstAfter = (seconds: number) => firstWhere(spans, ({ end }) => toSeconds(end) > seconds);
  for (let at = firstAfter(timeAt(viewport, 0)); at < spans.length;) {
    const item = spans[at]!;
    const [start, end] = [toSeconds(item.start), toSeconds(item.end)];
    if (start > until) return;
    const [left, right] = [xAt(viewport, start), xAt(viewport, end)];
    if (right - left >= NARROWEST) {
      yield { item, left: Math.round(left), right: Math.round(right) };
      at++;
    } else {
      const first = Math.round(left);
      yield {
        item,
        left: first,
        right: first + Math.max(1, Math.round(Math.min(NARROWEST, right - left))),
      };
      at = Math.max(at + 1, firstAfter(timeAt(viewport, left + NARROWEST)));
    }
  }
}
