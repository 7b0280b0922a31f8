import type { MoverRow } from '@cruvo/core/program';
import { clipKey, sceneTime } from '@cruvo/core/scene';
import { toFlicks } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace, Surface } from './drag';
import {
  clipOf,
  dragMover,
  heldTogether,
  moverNear,
  type HeldMover,
  type Snaps,
} from './dragMovers';

/** How near a word something must be dragged to snap to it, pixels. */
const REACH = 6;

/** Takes hold of what moves a member, or chooses it too with Shift; null where nothing is near, and nothing is chosen then. */
export function grabMover(
  open: OpenScene,
  surface: Surface,
  mover: MoverRow,
  at: PointerPlace,
  shift: boolean,
): Drag | null {
  const held = moverNear(mover, surface.viewport, at);
  const clip = held && clipOf(held);
  if (shift) return clip && chooseClipToo(open, clipKey(clip));
  if (held) return dragMovers(open, surface, held, at);
  open.store.getState().chooseClips([]);
  return null;
}

/** Chooses a clip besides those that are chosen, or no longer. */
function chooseClipToo({ store }: OpenScene, key: string): Drag {
  const { clips, chooseClips } = store.getState();
  chooseClips(clips.has(key) ? [...clips].filter((one) => one !== key) : [...clips, key]);
  return { move: () => null, end: () => undefined };
}

/** One of several clips that are chosen takes the others along. */
function dragMovers(open: OpenScene, surface: Surface, held: HeldMover, at: PointerPlace): Drag {
  const { clips } = open.store.getState();
  const clip = clipOf(held);
  if (!clip || clips.size < 2 || !clips.has(clipKey(clip))) {
    return dragMover(open, held, at, [held], wordsAndMarkers(open, surface));
  }
  const movers = [...surface.rows, ...(surface.stage ? [surface.stage] : [])].flatMap((row) =>
    row.movers.map(({ mover }) => mover),
  );
  return dragMover(open, held, at, heldTogether(movers, clips, held.grip));
}

/** Where words begin, markers are, and the playhead stands. */
function wordsAndMarkers({ store, transport }: OpenScene, { rows, viewport }: Surface): Snaps {
  const words = rows
    .flatMap(({ member }) => member.lines)
    .flatMap(({ line, track }) =>
      (track?.words ?? []).map(({ start }) => sceneTime(line, toFlicks(start))),
    );
  const markers = Object.values(store.getState().scene.markers).map(({ start }) => start);
  return [[...words, ...markers, toFlicks(transport.time())], toFlicks(REACH / viewport.scale)];
}
