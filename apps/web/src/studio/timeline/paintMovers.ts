import type { KeyTrack } from '@cruvo/core/keys';
import { endOfTake, type TakeClip } from '@cruvo/core/passes';
import type { CueSpan } from '@cruvo/core/cues';
import type { MoveSpan } from '@cruvo/core/program';
import type { SceneReaction } from '@cruvo/core/reactions';
import { clipKey, type ClipRef } from '@cruvo/core/scene';
import { toSeconds, type Flicks } from '@cruvo/core/time';
import { shapedBetween } from './reactionCurves';
import type { MoverStrip, Strip } from './rows';
import { SMALL_FONT, type Colors, type TimelinePicture } from './timelinePicture';
import { shortened } from './textWidths';
import { xAt } from './viewport';

const DIAMOND = 5;
const MUTED = 0.4;
/** Rounds that are narrower are not told apart, pixels. */
const NARROWEST_ROUND = 4;
/** Where more is in view, curves of reactions would be a mere blur, seconds. */
const LONGEST_CURVE = 90;

/** Paints what moves a member over time: keys, moves that are laid down, or a reaction. */
export function paintMover(
  context: CanvasRenderingContext2D,
  { mover, ...strip }: MoverStrip,
  picture: TimelinePicture,
  colors: Colors,
): void {
  context.save();
  context.beginPath();
  context.rect(0, strip.top, picture.width, strip.height);
  context.clip();
  /** An outline around a clip that is chosen. */
  const mark = (clip: ClipRef, start: Flicks, end: Flicks) => {
    if (!picture.clips.has(clipKey(clip))) return;
    const [left, right] = [start, end].map((time) => xAt(picture.viewport, toSeconds(time)));
    context.globalAlpha = 1;
    context.strokeStyle = colors.chosen;
    context.lineWidth = 2;
    context.strokeRect(left!, strip.top + 1, Math.max(3, right! - left!), strip.height - 2);
  };
  if (mover.kind === 'keys') paintKeys(context, mover.track, strip, picture, colors);
  else if (mover.kind === 'moves') {
    for (const span of mover.moves) {
      paintMove(context, span, strip, picture, colors);
      mark({ kind: 'move', id: span.placed.id }, span.placed.start, span.end);
    }
  } else if (mover.kind === 'takes') {
    for (const { take } of mover.takes) {
      paintTake(context, take, strip, picture, colors);
      mark({ kind: 'take', id: take.id }, take.start, endOfTake(take));
    }
  } else if (mover.kind === 'cues') {
    for (const span of mover.cues) {
      paintCue(context, span, strip, picture, colors);
      mark({ kind: 'cue', id: span.clip.id }, span.start, span.end);
    }
  } else {
    const { reaction, shaped } = mover.program;
    context.globalAlpha = reaction.muted ? MUTED : 1;
    const stretch = 'stretch' in reaction ? reaction.stretch : null;
    if (stretch) paintStretch(context, stretch, strip, picture, colors);
    const curve = shapedBetween(shaped, picture.viewport, picture.width, LONGEST_CURVE);
    paintCurve(context, curve, strip, stretch, picture, colors);
  }
  context.restore();
}

type Shown = Pick<TimelinePicture, 'viewport' | 'width'>;

/** A bar from the first key to the last, which comes and goes softly, and a diamond for each key. */
function paintKeys(
  context: CanvasRenderingContext2D,
  { keys, muted, soft }: KeyTrack,
  { top, height }: Strip,
  { viewport, width }: Shown,
  colors: Colors,
): void {
  const x = (time: Flicks) => xAt(viewport, toSeconds(time));
  const [first, last] = [keys[0]!.time, keys.at(-1)!.time];
  const middle = top + height / 2;
  context.globalAlpha = muted ? MUTED : 1;
  context.fillStyle = colors.mouth;
  context.beginPath();
  context.moveTo(x(first - soft), middle);
  context.lineTo(x(first), top + 3);
  context.lineTo(x(last), top + 3);
  context.lineTo(x(last + soft), middle);
  context.lineTo(x(last), top + height - 3);
  context.lineTo(x(first), top + height - 3);
  context.fill();
  context.fillStyle = colors.byHand;
  // Of many at one place one is painted.
  let painted = -Infinity;
  for (const { time, easing } of keys) {
    const at = x(time);
    if (at < -DIAMOND || at > width + DIAMOND || at - painted < 1) continue;
    painted = at;
    if (easing.kind === 'held') {
      context.fillRect(at - DIAMOND + 1, middle - DIAMOND + 1, 2 * DIAMOND - 2, 2 * DIAMOND - 2);
      continue;
    }
    context.beginPath();
    context.moveTo(at, middle - DIAMOND);
    context.lineTo(at + DIAMOND, middle);
    context.lineTo(at, middle + DIAMOND);
    context.lineTo(at - DIAMOND, middle);
    context.fill();
  }
}

/** A bar with the move's name, and a stroke where each round begins anew. */
function paintMove(
  context: CanvasRenderingContext2D,
  { placed, move, end }: MoveSpan,
  { top, height }: Strip,
  { viewport, width }: Shown,
  colors: Colors,
): void {
  const [left, right] = [placed.start, end].map((time) => xAt(viewport, toSeconds(time))) as [
    number,
    number,
  ];
  if (right < 0 || left > width) return;
  context.globalAlpha = placed.muted ? MUTED : 1;
  context.fillStyle = colors.mouth;
  context.beginPath();
  context.roundRect(left, top + 1, Math.max(2, right - left - 1), height - 2, 4);
  context.fill();
  context.fillStyle = colors.byHand;
  context.fillRect(left, top + 1, 3, height - 2);
  const round = (viewport.scale * toSeconds(move.length)) / placed.speed;
  if (round >= NARROWEST_ROUND) {
    const skipped = Math.max(0, Math.floor(-left / round));
    for (let at = left + (skipped + 1) * round; at < Math.min(width, right - 1); at += round) {
      context.fillRect(at, top + 3, 1, height - 6);
    }
  }
  writeName(context, move.name, left, right, { top, height }, colors);
}

/** A bar that comes and goes as the take does, with its name. */
function paintTake(
  context: CanvasRenderingContext2D,
  take: TakeClip,
  { top, height }: Strip,
  { viewport, width }: Shown,
  colors: Colors,
): void {
  const x = (time: Flicks) => xAt(viewport, toSeconds(time));
  const [left, right] = [x(take.start), x(endOfTake(take))];
  if (right < 0 || left > width) return;
  const bottom = top + height - 1;
  context.globalAlpha = take.muted ? MUTED : 1;
  context.fillStyle = colors.mouth;
  context.beginPath();
  context.moveTo(left, bottom);
  context.lineTo(x(take.start + take.fadeIn), top + 1);
  context.lineTo(x(endOfTake(take) - take.fadeOut), top + 1);
  context.lineTo(right, take.held ? top + 1 : bottom);
  context.lineTo(right, bottom);
  context.fill();
  context.fillStyle = colors.byHand;
  context.fillRect(left, bottom - 1, Math.max(2, right - left), 2);
  writeName(context, take.name, left, right, { top, height }, colors);
}

/** Writes a name into what goes from left to right, as far as there is room. */
function writeName(
  context: CanvasRenderingContext2D,
  name: string,
  left: number,
  right: number,
  { top, height }: Strip,
  colors: Colors,
): void {
  const from = Math.max(0, left) + 8;
  const room = right - from - 5;
  if (room <= 12) return;
  context.font = SMALL_FONT;
  context.textBaseline = 'middle';
  context.fillStyle = colors.text;
  context.fillText(shortened(context, name, room), from, top + height / 2 + 0.5);
}

/** A block with the cue's name, which goes on fainter while the cue goes. */
function paintCue(
  context: CanvasRenderingContext2D,
  { clip, cue, start, end }: CueSpan,
  { top, height }: Strip,
  { viewport, width }: Shown,
  colors: Colors,
): void {
  const [left, right, gone] = [start, end, end + cue.easeOut].map((time) =>
    xAt(viewport, toSeconds(time)),
  ) as [number, number, number];
  if (gone < 0 || left > width) return;
  context.fillStyle = colors.mouth;
  context.globalAlpha = MUTED;
  context.fillRect(right, top + 1, gone - right, height - 2);
  context.globalAlpha = 1;
  context.beginPath();
  context.roundRect(left, top + 1, Math.max(3, right - left), height - 2, [
    height / 2,
    2,
    2,
    height / 2,
  ]);
  context.fill();
  context.fillStyle = colors.byHand;
  context.beginPath();
  context.arc(left + height / 2, top + height / 2, 3.5, 0, 2 * Math.PI);
  context.fill();
  const name = clip.hook ? `${cue.name} at “${clip.hook.text}”` : cue.name;
  writeName(context, name, left + height - 6, right, { top, height }, colors);
}

function paintStretch(
  context: CanvasRenderingContext2D,
  { start, end }: NonNullable<SceneReaction['stretch']>,
  { top, height }: Strip,
  { viewport }: Shown,
  colors: Colors,
): void {
  const [left, right] = [xAt(viewport, toSeconds(start)), xAt(viewport, toSeconds(end))];
  context.fillStyle = colors.mouth;
  context.fillRect(left, top, right - left, height);
  context.fillStyle = colors.byHand;
  context.fillRect(left, top, 2, height);
  context.fillRect(right - 2, top, 2, height);
}

/** What a reaction makes of its signal: 0 in the middle, the whole way at the upper and the lower edge. */
function paintCurve(
  context: CanvasRenderingContext2D,
  values: Float32Array | null,
  { top, height }: Strip,
  stretch: SceneReaction['stretch'],
  { viewport, width }: Shown,
  colors: Colors,
): void {
  const middle = top + height / 2;
  context.fillStyle = colors.waveQuiet;
  context.fillRect(0, middle, width, 1);
  if (!values) return;
  const left = stretch ? Math.max(0, xAt(viewport, toSeconds(stretch.start))) : 0;
  const right = stretch ? Math.min(width, xAt(viewport, toSeconds(stretch.end))) : width;
  context.fillStyle = colors.wave;
  for (let x = Math.floor(left); x < right; x++) {
    const up = Math.min(1, Math.max(-1, values[x] ?? 0)) * (height / 2 - 1);
    if (Math.abs(up) >= 0.5) context.fillRect(x, middle - Math.max(0, up), 1, Math.abs(up));
  }
}
