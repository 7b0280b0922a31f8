import { moved, type FrameItem } from '../frame';
import { translation, type Box } from '../geometry';
import type { Flicks } from '../time';
import type { CaptionedLine, SetCue } from './captionedLine';

/** What is written on a stage at one time. */
export interface SeenCaption {
  readonly line: CaptionedLine;
  readonly box: Box;
  readonly items: readonly FrameItem[];
}

/** Between captions over each other, a share of the height of the one that gives way. */
const GAP = 0.15;

/**
 * What is written at a time, back to front. Captions that nobody placed give way to each other: the later line stands
 * over the earlier one, or at the top of the stage beneath it.
 *
 * @param lines the earlier ones first
 */
export function captionsAt(
  lines: Iterable<CaptionedLine>,
  time: Flicks,
  place: 'top' | 'bottom',
): SeenCaption[] {
  let shift = 0;
  return [...lines].flatMap((line) => {
    const cue = line.cueAt(time);
    if (!cue) return [];
    if (line.kind !== 'caption' || line.line.caption.at) return [seen(line, cue, time, 0)];
    const own = seen(line, cue, time, place === 'bottom' ? -shift : shift);
    shift += (1 + GAP) * cue.box.height;
    return [own];
  });
}

function seen(line: CaptionedLine, cue: SetCue, time: Flicks, down: number): SeenCaption {
  const words = cue.words.filter(({ start }) => start <= time).map(({ item }) => item);
  const items = [...cue.ground, ...words];
  if (down === 0) return { line, box: cue.box, items };
  const change = translation(0, down);
  return {
    line,
    box: { ...cue.box, y: cue.box.y + down },
    items: items.map((item) => moved(item, change)),
  };
}
