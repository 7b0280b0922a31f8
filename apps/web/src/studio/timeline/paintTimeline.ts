import type { Box } from '@cruvo/core/geometry';
import type { LineProgram, MemberProgram } from '@cruvo/core/program';
import { paintHead, paintThinLine, paintWave, spanOf, type LineSpan } from './paintLine';
import { paintMarkers } from './paintMarkers';
import { paintMoods } from './paintMoods';
import { paintMouths } from './paintMouths';
import { paintMover } from './paintMovers';
import { paintRuler } from './paintRuler';
import { paintSpeech } from './paintSpeech';
import type { Lanes, StageRow, TimelineRow } from './rows';
import { paintVoiceCurve } from './paintVoiceCurve';
import { paintSoundHandles } from './soundHandles';
import type { Colors, TimelinePicture } from './timelinePicture';
import { xAt } from './viewport';

/** Paints what stands above the rows, and stays there while they are scrolled. */
export function paintRulerStrip(
  context: CanvasRenderingContext2D,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.fillStyle = colors.ground;
  context.fillRect(0, 0, picture.width, picture.height);
  paintRuler(context, picture, colors);
  paintMarkers(context, picture, colors);
  if (picture.snappedTo !== null) paintSnap(context, picture.snappedTo, picture, colors);
  paintLoop(context, picture, colors);
}

/** Paints the rows; the playhead lies over them as an element of its own. */
export function paintTimeline(
  context: CanvasRenderingContext2D,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.clearRect(0, 0, picture.width, picture.height);
  for (const row of picture.rows) paintRow(context, row, picture, colors);
  if (picture.stage) paintStageRow(context, picture.stage, picture, colors);
  paintMarkers(context, picture, colors);
  if (picture.snappedTo !== null) paintSnap(context, picture.snappedTo, picture, colors);
  paintLoop(context, picture, colors);
  if (picture.marquee) paintMarquee(context, picture.marquee, colors);
}

function paintMarquee(
  context: CanvasRenderingContext2D,
  { x, y, width, height }: Box,
  colors: Colors,
): void {
  context.fillStyle = colors.chosen;
  context.globalAlpha = 0.14;
  context.fillRect(x, y, width, height);
  context.globalAlpha = 1;
  context.strokeStyle = colors.chosen;
  context.lineWidth = 1;
  context.strokeRect(x + 0.5, y + 0.5, width, height);
}

function paintRow(
  context: CanvasRenderingContext2D,
  row: TimelineRow,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.fillStyle = colors.lane;
  const { lanes, member, movers } = row;
  const shown = lanes
    ? [lanes.wave, lanes.words, lanes.sounds, lanes.moods, lanes.mouths].filter(
        (one) => one !== null,
      )
    : [{ top: row.top, height: (movers[0]?.top ?? row.top + row.height) - row.top }];
  const strips = [...shown, ...movers];
  for (const { top, height } of strips) context.fillRect(0, top, picture.width, height);
  for (const line of member.lines) {
    const span = spanOf(line, picture);
    if (!span) continue;
    if (lanes) paintLanes(context, line, lanes, span, picture, colors, member);
    else paintThinLine(context, line, shown[0]!, span, picture, colors);
  }
  for (const strip of movers) paintMover(context, strip, picture, colors);
}

function paintStageRow(
  context: CanvasRenderingContext2D,
  { top, height, movers }: StageRow,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.fillStyle = colors.lane;
  const head = (movers[0]?.top ?? top + height + 1) - 1 - top;
  for (const strip of [{ top, height: head }, ...movers]) {
    context.fillRect(0, strip.top, picture.width, strip.height);
  }
  for (const strip of movers) paintMover(context, strip, picture, colors);
}

/** Paints all that is known of a line; what is trimmed away is left out. */
function paintLanes(
  context: CanvasRenderingContext2D,
  line: LineProgram,
  lanes: Lanes,
  span: LineSpan,
  picture: TimelinePicture,
  colors: Colors,
  member: MemberProgram,
): void {
  paintHead(context, line, lanes.head, span, picture, colors);
  const curve = picture.curves(member.member.id);
  if (curve) paintVoiceCurve(context, line, curve, lanes.wave, span, picture, colors);
  if (line.line.voice) paintWave(context, line, lanes.wave, picture, colors.wave);
  if (line.line.voice && picture.line === line.line.id) {
    paintSoundHandles(context, line.line, lanes.wave, picture.viewport, colors);
  }
  context.save();
  context.beginPath();
  context.rect(span.left, 0, span.right - span.left, picture.height);
  context.clip();
  paintSpeech(context, line, lanes, picture, colors);
  if (lanes.moods) paintMoods(context, line, member, lanes.moods, picture, colors);
  paintMouths(context, line, lanes.mouths, picture, colors, member.member.character);
  context.restore();
}

/** Marks the time at which something snaps into place. */
function paintSnap(
  context: CanvasRenderingContext2D,
  time: number,
  { viewport, height }: TimelinePicture,
  colors: Colors,
): void {
  context.fillStyle = colors.chosen;
  context.fillRect(Math.round(xAt(viewport, time)) - 0.5, 0, 1, height);
}

function paintLoop(
  context: CanvasRenderingContext2D,
  { loop, viewport, height }: TimelinePicture,
  colors: Colors,
): void {
  if (!loop) return;
  const left = xAt(viewport, loop.start);
  const right = xAt(viewport, loop.end);
  context.fillStyle = colors.chosen;
  context.globalAlpha = 0.16;
  context.fillRect(left, 0, right - left, height);
  context.globalAlpha = 1;
  context.fillRect(left - 1.5, 0, 3, height);
  context.fillRect(right - 1.5, 0, 3, height);
  context.fillRect(left, 0, right - left, 4);
}
