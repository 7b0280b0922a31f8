import type { LineProgram } from '@cruvo/core/program';
import { SILENCE, type Sound, type SpokenWord, UNSURE, VISEME_NAMES } from '@cruvo/core/speech';
import { lineTimes } from '../lineTimes';
import type { Lanes, Strip } from './rows';
import { FONT, SMALL_FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { widthOf } from './textWidths';
import { visibleSpans } from './visibleSpans';

/** Narrower sounds are drawn without an edge, pixels. */
const NARROWEST_EDGED = 3;
const BAR = 4;
const PADDING = 4;
/** No letter fits into less, pixels. */
const NARROWEST_TEXT = 5;

/** Paints what was heard: the words where they are known, and the sounds with how sure they are. */
export function paintSpeech(
  context: CanvasRenderingContext2D,
  { line, track }: LineProgram,
  lanes: Lanes,
  { viewport, width }: TimelinePicture,
  colors: Colors,
): void {
  if (!track) return;
  const { origin } = lineTimes(line);
  const toScene = (time: number) => origin + time;
  for (const { item, ...place } of visibleSpans(track.words, viewport, width, toScene)) {
    paintWord(context, item, place, lanes.words, colors);
  }
  for (const { item, ...place } of visibleSpans(track.sounds, viewport, width, toScene)) {
    if (item.viseme !== SILENCE) paintSound(context, item, place, lanes.sounds, colors);
  }
}

interface Place {
  readonly left: number;
  readonly right: number;
}

function paintWord(
  context: CanvasRenderingContext2D,
  { text }: SpokenWord,
  { left, right }: Place,
  { top, height }: Strip,
  colors: Colors,
): void {
  context.fillStyle = colors.mouth;
  context.fillRect(left, top + 1, Math.max(1, right - left - 1), height - 2);
  context.font = FONT;
  write(context, text, { left, right }, top + height / 2, colors.text);
}

/** The name of the mouth, and under it a bar as long as the sound is sure. */
function paintSound(
  context: CanvasRenderingContext2D,
  { viseme, confidence }: Sound,
  { left, right }: Place,
  { top, height }: Strip,
  colors: Colors,
): void {
  const width = Math.max(1, right - left - (right - left > NARROWEST_EDGED ? 1 : 0));
  const unsure = confidence < UNSURE;
  context.fillStyle = colors.mouth;
  context.fillRect(left, top, width, height - BAR);
  context.fillStyle = unsure ? colors.unsure : colors.wave;
  context.fillRect(left, top + height - BAR, Math.max(1, width * confidence), BAR);
  context.font = SMALL_FONT;
  const middle = top + (height - BAR) / 2;
  write(
    context,
    VISEME_NAMES[viseme],
    { left, right },
    middle,
    unsure ? colors.unsure : colors.text,
  );
}

/** Writes in the middle of a place, if there is room for at least the first letters. */
function write(
  context: CanvasRenderingContext2D,
  text: string,
  { left, right }: Place,
  y: number,
  color: string,
): void {
  const room = right - left - PADDING;
  if (room < NARROWEST_TEXT) return;
  const first = text.split(' ')[0]!;
  const shown = [text, first].find((candidate) => widthOf(context, candidate) <= room);
  if (shown === undefined) return;
  context.fillStyle = color;
  context.textBaseline = 'middle';
  context.textAlign = 'center';
  context.fillText(shown, (left + right) / 2, y);
  context.textAlign = 'start';
}
