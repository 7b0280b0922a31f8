import { firstWhere } from '@cruvo/core/numbers';
import type { LineProgram } from '@cruvo/core/program';
import { isHeardAt, voiceTime } from '@cruvo/core/scene';
import type { WordEdge } from '@cruvo/core/speech';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import type { OpenScene } from '../SceneContext';
import type { Drag, PointerPlace, WordHandlers, WordPlace } from './drag';

/** A word at the pointer, and its edge if that is near. */
export interface HeldWord {
  readonly word: WordPlace;
  readonly edge: WordEdge | null;
  /** When its voice would begin in the scene, seconds. */
  readonly origin: number;
}

/** How far the pointer must go before a click is none, pixels. */
const STILL = 4;
/** A word must be so many times as wide as the reach for its edges to be dragged. */
const NARROWEST = 3;

/** The word at a time of the scene. @param reach how near the pointer must come to an edge, seconds */
export function wordNear(
  lines: readonly LineProgram[],
  time: number,
  reach: number,
): HeldWord | null {
  const now = toFlicks(time);
  const program = lines.findLast(({ line }) => isHeardAt(line, now));
  // What is written without a voice is changed in its script.
  if (!program?.track || !program.line.voice) return null;
  const { words } = program.track;
  const at = toSeconds(voiceTime(program.line, now));
  const found = firstWhere(words, ({ end }) => end >= at - reach);
  const candidates = [words[found], words[found + 1]].filter((word) => word !== undefined);
  const edges = candidates.flatMap((word, place) => {
    // Narrow words are only opened: an edge would be taken hold of by accident.
    if (word.end - word.start < NARROWEST * reach) return [];
    return (['end', 'start'] as const).map((edge) => ({
      index: found + place,
      edge,
      far: Math.abs(word[edge] - at),
      // Where two words touch, the one under the pointer is meant.
      beside: at < word.start || at >= word.end ? 1 : 0,
    }));
  });
  const [nearest] = edges.sort((a, b) => a.far - b.far || a.beside - b.beside);
  const origin = time - at;
  const { id } = program.line;
  if (nearest && nearest.far <= reach) {
    return { word: { line: id, index: nearest.index }, edge: nearest.edge, origin };
  }
  const inside = candidates.findIndex(({ start, end }) => start <= at && at < end);
  return inside < 0 ? null : { word: { line: id, index: found + inside }, edge: null, origin };
}

/** Drags an edge of a word; the words are aligned anew when it is let go. A click on a word opens it. */
export function dragWord(
  { transport }: OpenScene,
  { word, edge, origin }: HeldWord,
  from: PointerPlace,
  { onWord, onWordEdge }: WordHandlers,
): Drag {
  let last = from;
  let moved = false;
  return {
    move: (to) => {
      last = to;
      moved ||= Math.abs(to.x - from.x) > STILL;
      if (moved && edge === null) transport.scrub(to.time);
      return moved && edge !== null ? to.time : null;
    },
    end: () => {
      if (moved && edge !== null) onWordEdge(word, edge, last.time - origin);
      else if (!moved) {
        transport.scrub(from.time);
        onWord(word);
      }
    },
  };
}
