import { MOVE_TIMES, shiftedTrack, withKeyChanged, withTrack } from '@cruvo/core/keys';
import { clamp } from '@cruvo/core/numbers';
import { endOfTake, fadesFitting, trimmedTake, type TakeClip } from '@cruvo/core/passes';
import { cueAt, type CueSpan } from '@cruvo/core/cues';
import type { MoverRow, MoveSpan, TakeProgram } from '@cruvo/core/program';
import type { SceneReaction } from '@cruvo/core/reactions';
import { withRecord } from '@cruvo/core/records';
import { clipKey, type ClipRef, type Scene } from '@cruvo/core/scene';
import {
  frameLength,
  frameStart,
  nearestFrame,
  toFlicks,
  toSeconds,
  type Flicks,
} from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace } from './drag';
import { snapStretch } from './snapTimes';
import { xAt, type Viewport } from './viewport';

/** How near the pointer must come to an edge or a key to take hold of it, pixels. */
const REACH = 6;

/** What the pointer takes hold of in the row of keys, moves, takes, cues or a reaction. */
export type HeldMover =
  | {
      readonly kind: 'keys';
      readonly mover: Extract<MoverRow, { kind: 'keys' }>;
      readonly grip: 'key' | 'whole';
      readonly time: Flicks;
    }
  | { readonly kind: 'move'; readonly span: MoveSpan; readonly grip: 'end' | 'whole' }
  | {
      readonly kind: 'take';
      readonly take: TakeClip;
      readonly grip: 'start' | 'end' | 'fade in' | 'fade out' | 'whole';
      /** How long what was recorded is. */
      readonly duration: Flicks;
    }
  | { readonly kind: 'cue'; readonly span: CueSpan; readonly grip: 'end' | 'whole' }
  | {
      readonly kind: 'reaction';
      readonly reaction: SceneReaction;
      readonly grip: 'start' | 'end' | 'whole';
    };

/** What is near the pointer; null where there is nothing, or what is there goes on for the whole scene. */
export function moverNear(
  mover: MoverRow,
  viewport: Viewport,
  { x, time }: PointerPlace,
): HeldMover | null {
  const away = (other: Flicks) => Math.abs(xAt(viewport, toSeconds(other)) - x);
  const now = toFlicks(time);
  if (mover.kind === 'keys') {
    const { keys } = mover.track;
    const nearest = keys.reduce((best, key) => (away(key.time) < away(best.time) ? key : best));
    if (away(nearest.time) <= REACH) {
      return { kind: 'keys', mover, grip: 'key', time: nearest.time };
    }
    const inside = now > keys[0]!.time && now < keys.at(-1)!.time;
    return inside ? { kind: 'keys', mover, grip: 'whole', time: now } : null;
  }
  if (mover.kind === 'moves') {
    const inside = mover.moves.find(({ placed, end }) => now >= placed.start && now <= end);
    const span = inside ?? mover.moves.find(({ end }) => away(end) <= REACH);
    return span ? { kind: 'move', span, grip: away(span.end) <= REACH ? 'end' : 'whole' } : null;
  }
  if (mover.kind === 'takes') return takeNear(mover.takes, away, now);
  if (mover.kind === 'cues') {
    const inside = mover.cues.find(({ start, end }) => now >= start && now <= end);
    const span =
      inside ?? mover.cues.find(({ start, end }) => Math.min(away(start), away(end)) <= REACH);
    return span ? { kind: 'cue', span, grip: away(span.end) <= REACH ? 'end' : 'whole' } : null;
  }
  const { reaction } = mover.program;
  if (!('stretch' in reaction) || !reaction.stretch) return null;
  const { start, end } = reaction.stretch;
  if (away(end) <= REACH) return { kind: 'reaction', reaction, grip: 'end' };
  if (away(start) <= REACH) return { kind: 'reaction', reaction, grip: 'start' };
  return now > start && now < end ? { kind: 'reaction', reaction, grip: 'whole' } : null;
}

type HeldTake = Extract<HeldMover, { kind: 'take' }>;

function heldTake({ take, recording }: TakeProgram, grip: HeldTake['grip']): HeldTake {
  const duration = recording
    ? toFlicks(recording.duration)
    : take.offset + Math.round(take.speed * take.length);
  return { kind: 'take', take, grip, duration };
}

/** A take by its edges, by the corners up to which it comes and from which it goes, or as a whole. */
function takeNear(
  takes: readonly TakeProgram[],
  away: (time: Flicks) => number,
  now: Flicks,
): HeldMover | null {
  const found =
    takes.find(({ take }) => now >= take.start && now <= endOfTake(take)) ??
    takes.find(({ take }) => Math.min(away(take.start), away(endOfTake(take))) <= REACH);
  if (!found) return null;
  const { take } = found;
  const end = endOfTake(take);
  const held = (grip: HeldTake['grip']) => heldTake(found, grip);
  if (away(take.start) <= REACH) return held('start');
  if (away(end) <= REACH) return held('end');
  if (away(take.start + take.fadeIn) <= REACH) return held('fade in');
  if (away(end - take.fadeOut) <= REACH) return held('fade out');
  return held('whole');
}

/** What is held, as something that can be chosen; null where it can't. */
export function clipOf(held: HeldMover): ClipRef | null {
  switch (held.kind) {
    case 'take':
      return { kind: 'take', id: held.take.id };
    case 'cue':
      return { kind: 'cue', id: held.span.clip.id };
    case 'move':
      return { kind: 'move', id: held.span.placed.id };
    default:
      return null;
  }
}

/** All chosen clips of some rows, held as one of them is held. */
export function heldTogether(
  movers: readonly MoverRow[],
  chosen: ReadonlySet<string>,
  grip: HeldMover['grip'],
): readonly HeldMover[] {
  const edge = grip === 'end' ? 'end' : 'whole';
  const all = movers.flatMap((mover): HeldMover[] => {
    if (mover.kind === 'takes') {
      const side = grip === 'start' ? 'start' : edge;
      return mover.takes.map((one) => heldTake(one, side));
    }
    if (mover.kind === 'cues') return mover.cues.map((span) => ({ kind: 'cue', span, grip: edge }));
    if (mover.kind !== 'moves') return [];
    return mover.moves.map((span) => ({ kind: 'move', span, grip: edge }));
  });
  return all.filter((one) => chosen.has(clipKey(clipOf(one)!)));
}

/** The times to which a cue snaps, and how near it must come. */
export type Snaps = readonly [times: readonly Flicks[], reach: Flicks];
const NO_SNAPS: Snaps = [[], 0];

/** When what is held begins. */
function startOf(held: HeldMover): Flicks {
  switch (held.kind) {
    case 'take':
      return held.take.start;
    case 'cue':
      return held.span.start;
    case 'move':
      return held.span.placed.start;
    case 'keys':
      return held.mover.track.keys[0]!.time;
    case 'reaction':
      return held.reaction.stretch?.start ?? 0;
  }
}

/**
 * Moves what is held by whole frames, and with it all that is held together with it; a key that is only clicked on is
 * gone to, and a clip is chosen. A cue snaps to what it may, unless nothing is to.
 */
export function dragMover(
  open: OpenScene,
  held: HeldMover,
  from: PointerPlace,
  together: readonly HeldMover[] = [held],
  snaps: Snaps = NO_SNAPS,
): Drag {
  const { store, transport } = open;
  const before = store.getState().scene;
  const { frameRate } = before;
  let dragged = false;
  store.history.begin();
  return {
    move: (to, { free }) => {
      const start = startOf(held) + toFlicks(to.time - from.time);
      const snapped = free || held.grip !== 'whole' ? null : snapStretch(start, 0, ...snaps);
      if (snapped && snapped.to !== null && held.kind === 'cue' && together.length === 1) {
        dragged = true;
        const { clip } = held.span;
        const next = cueAt(held.span, snapped.to);
        store
          .getState()
          .edit(() => ({ ...before, cues: withRecord(before.cues, clip.id, () => next) }));
        return toSeconds(snapped.to);
      }
      const wanted =
        nearestFrame(toFlicks(to.time), frameRate) - nearestFrame(toFlicks(from.time), frameRate);
      if (wanted === 0 && !dragged) return null;
      dragged = true;
      // None of several goes before the beginning: they stay as far apart as they are.
      const first = Math.min(...together.map((one) => nearestFrame(startOf(one), frameRate)));
      const by = together.length > 1 ? Math.max(wanted, -first) : wanted;
      store.getState().edit(() => together.reduce((scene, one) => movedBy(scene, one, by), before));
      return null;
    },
    end: () => {
      store.history.end();
      if (dragged) return;
      if (held.kind === 'keys') transport.seek(toSeconds(held.time));
      const clip = clipOf(held);
      if (clip) store.getState().chooseClips([clipKey(clip)]);
    },
  };
}

/** A scene in which what is held lies some frames later. */
export function movedBy(scene: Scene, held: HeldMover, frames: number): Scene {
  const { frameRate } = scene;
  const moved = (time: Flicks) =>
    frameStart(Math.max(0, nearestFrame(time, frameRate) + frames), frameRate);
  if (held.kind === 'keys') {
    const { track } = held.mover;
    const next =
      held.grip === 'key'
        ? withKeyChanged(track, held.time, { time: moved(held.time) })
        : shiftedTrack(track, moved(track.keys[0]!.time) - track.keys[0]!.time);
    return { ...scene, keys: withTrack(scene.keys, next) };
  }
  if (held.kind === 'move') {
    const { placed, move, end } = held.span;
    const length = Math.max(frameLength(frameRate), moved(end) - placed.start);
    const times = clamp((length * placed.speed) / move.length, MOVE_TIMES.least, MOVE_TIMES.most);
    const change = held.grip === 'end' ? { times } : { start: moved(placed.start) };
    return {
      ...scene,
      moves: withRecord(scene.moves, placed.id, (one) => ({ ...one, ...change })),
    };
  }
  if (held.kind === 'cue') {
    const { clip, start, end } = held.span;
    const next =
      held.grip === 'end'
        ? { ...clip, length: Math.max(frameLength(frameRate), moved(end) - start) }
        : cueAt(held.span, moved(start));
    return { ...scene, cues: withRecord(scene.cues, clip.id, () => next) };
  }
  if (held.kind === 'take') {
    return {
      ...scene,
      takes: withRecord(scene.takes, held.take.id, () => draggedTake(held, moved)),
    };
  }
  const { id, stretch } = held.reaction;
  if (!stretch) return scene;
  const least = frameLength(frameRate);
  const { start, end } = stretch;
  const next = {
    start: { start: Math.min(moved(start), end - least), end },
    end: { start, end: Math.max(moved(end), start + least) },
    whole: { start: moved(start), end: moved(start) + end - start },
  }[held.grip];
  return {
    ...scene,
    reactions: withRecord(scene.reactions, id, (one) => ({ ...one, stretch: next })),
  };
}

function draggedTake(
  { take, grip, duration }: Extract<HeldMover, { kind: 'take' }>,
  moved: (time: Flicks) => Flicks,
): TakeClip {
  const end = endOfTake(take);
  switch (grip) {
    case 'whole':
      return { ...take, start: moved(take.start) };
    case 'start':
      return trimmedTake(take, 'start', moved(take.start), duration);
    case 'end':
      return trimmedTake(take, 'end', moved(end), duration);
    case 'fade in': {
      const fadeIn = Math.max(0, moved(take.start + take.fadeIn) - take.start);
      return fadesFitting({ ...take, fadeIn });
    }
    case 'fade out': {
      const fadeOut = Math.min(take.length - take.fadeIn, end - moved(end - take.fadeOut));
      return { ...take, fadeOut: Math.max(0, fadeOut) };
    }
  }
}
