import { chartOf, moodsOf } from '@cruvo/core/mouth';
import type { LineProgram, MemberProgram } from '@cruvo/core/program';
import { moodStretches, type MoodStretch } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { lineTimes } from '../lineTimes';
import type { Strip } from './rows';
import { SMALL_FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { xAt } from './viewport';

/** Paints the moods of a line one after the other, each with its name and what is shown in pauses. */
export function paintMoods(
  context: CanvasRenderingContext2D,
  { line }: LineProgram,
  member: MemberProgram,
  { top, height }: Strip,
  { viewport, width }: TimelinePicture,
  colors: Colors,
): void {
  const { origin } = lineTimes(line);
  context.font = SMALL_FONT;
  context.textBaseline = 'middle';
  for (const stretch of moodStretches(line)) {
    const left = Math.max(-1, xAt(viewport, origin + toSeconds(stretch.start)));
    const right = Math.min(width + 1, xAt(viewport, origin + toSeconds(stretch.end)));
    if (right <= left) continue;
    context.fillStyle = colors.mouth;
    context.fillRect(left, top, right - left - 1, height);
    context.fillStyle = colors.byHand;
    context.fillRect(left, top, 3, height);
    context.save();
    context.beginPath();
    context.rect(left, top, right - left - 3, height);
    context.clip();
    context.fillStyle = colors.text;
    context.fillText(nameOf(stretch, member), left + 8, top + height / 2 + 0.5);
    context.restore();
  }
}

function nameOf({ mood, pauseDrawing }: MoodStretch, { character }: MemberProgram): string {
  const chart = character.mouth && chartOf(character.mouth);
  const shown = mood ?? (chart && moodsOf(chart)[0]) ?? 'usual';
  const label = chart?.drawings.find(({ drawing }) => drawing === pauseDrawing)?.label;
  return label === undefined ? shown : `${shown}, pauses: ${label}`;
}
