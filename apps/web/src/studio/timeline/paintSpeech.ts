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
  const words = [...visibleSpans(track.words, viewport, width, toScene)];
  const sounds = [...visibleSpans(track.sounds, viewport, width, toScene)].filter(
    ({ item }) => item.viseme !== SILENCE,
  );
  context.textBaseline = 'middle';
  context.textAlign = 'center';
  paintWords(context, words, lanes.words, colors);
  paintSounds(context, sounds, lanes.sounds, colors);
  context.textAlign = 'start';
}

interface Place {
  readonly left: number;
  readonly right: number;
}

// All is painted colour by colour: changing it takes longer than a rectangle.
function paintWords(
  context: CanvasRenderingContext2D,
  words: readonly (Place & { readonly item: SpokenWord })[],
  { top, height }: Strip,
  colors: Colors,
): void {
  context.fillStyle = colors.mouth;
  for (const { left, right } of words) {
    context.fillRect(left, top + 1, Math.max(1, right - left - 1), height - 2);
  }
  context.font = FONT;
  context.fillStyle = colors.text;
  for (const { item, ...place } of words) write(context, item.text, place, top + height / 2);
}

/** The names of the mouths, and under each a bar as long as the sound is sure. */
function paintSounds(
  context: CanvasRenderingContext2D,
  sounds: readonly (Place & { readonly item: Sound })[],
  { top, height }: Strip,
  colors: Colors,
): void {
  const widthIn = ({ left, right }: Place) =>
    Math.max(1, right - left - (right - left > NARROWEST_EDGED ? 1 : 0));
  context.fillStyle = colors.mouth;
  for (const place of sounds) context.fillRect(place.left, top, widthIn(place), height - BAR);
  context.font = SMALL_FONT;
  const middle = top + (height - BAR) / 2;
  for (const unsure of [false, true]) {
    context.fillStyle = unsure ? colors.unsure : colors.wave;
    const alike = sounds.filter(({ item }) => item.confidence < UNSURE === unsure);
    for (const { item, ...place } of alike) {
      const sure = Math.max(1, widthIn(place) * item.confidence);
      context.fillRect(place.left, top + height - BAR, sure, BAR);
    }
    context.fillStyle = unsure ? colors.unsure : colors.text;
    for (const { item, ...place } of alike) {
      write(context, VISEME_NAMES[item.viseme], place, middle);
    }
  }
}

/** Writes in the middle of a place, if there is room for at least the first letters. */
function write(
  context: CanvasRenderingContext2D,
  text: string,
  { left, right }: Place,
  y: number,
): void {
  const room = right - left - PADDING;
  if (room < NARROWEST_TEXT) return;
  const first = text.split(' ')[0]!;
  const shown = [text, first].find((candidate) => widthOf(context, candidate) <= room);
  if (shown === undefined) return;
  context.fillText(shown, (left + right) / 2, y);
}
