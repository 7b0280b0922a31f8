import { widthOf } from './textWidths';
import { markersOf } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { RULER } from './rows';
import { SMALL_FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { visibleSpans } from './visibleSpans';

/** The widest name that is written beside a marker, pixels. */
const WIDEST_NAME = 90;
const FLAG = 7;

/** Paints markers as flags that hang in the ruler, with their names where there is room. */
export function paintMarkers(
  context: CanvasRenderingContext2D,
  { program, viewport, width, height }: TimelinePicture,
  colors: Colors,
): void {
  const spans = markersOf(program.scene).map((marker) => ({
    ...{ name: marker.name, start: toSeconds(marker.start) },
    end: toSeconds(marker.start + marker.length),
  }));
  context.font = SMALL_FONT;
  context.textBaseline = 'middle';
  let free = -Infinity;
  for (const { item, left } of visibleSpans(spans, viewport, width, (time) => time)) {
    const x = Math.round(left);
    context.fillStyle = colors.byHand;
    context.globalAlpha = 0.5;
    context.fillRect(x, RULER.height, 1, height);
    context.globalAlpha = 1;
    context.beginPath();
    context.moveTo(x, 0);
    context.lineTo(x + FLAG, 0);
    context.lineTo(x + FLAG, FLAG);
    context.lineTo(x, FLAG + FLAG / 2);
    context.fill();
    if (x < free) continue;
    const wide = Math.min(WIDEST_NAME, widthOf(context, item.name));
    // On paper, so that it is read over what the ruler says.
    context.fillStyle = colors.mouth;
    context.fillRect(x + FLAG, 0, wide + 6, RULER.height - 8);
    context.fillStyle = colors.text;
    context.fillText(item.name, x + FLAG + 3, (RULER.height - 8) / 2, WIDEST_NAME);
    free = x + FLAG + 8 + wide;
  }
}
