import type { Character } from '@cruvo/core/character';
import { type Mouth, mouthIndexAt, moveEdge, release, setByHand } from '@cruvo/core/mouth';
import { type Program, chartOfLine } from '@cruvo/core/program';
import { isHeardAt, moodAt, sceneTime, type Line } from '@cruvo/core/scene';
import { frameLength } from '@cruvo/core/time';
import type { Chosen, SceneStore } from '../sceneStore';

/** A mouth on the timeline, with the line and the character it belongs to. */
export interface MouthInLine {
  readonly line: Line;
  readonly character: Character;
  readonly mouths: readonly Mouth[];
  readonly index: number;
  readonly mouth: Mouth;
}

/** The mouth that is chosen, if there is one. */
export function chosenMouth(program: Program, chosen: Chosen | null): MouthInLine | null {
  if (!chosen) return null;
  for (const { character, lines } of program.members) {
    const found = lines.find(({ line }) => line.id === chosen.line);
    if (!found) continue;
    if (!isHeardAt(found.line, sceneTime(found.line, chosen.time))) return null;
    const index = mouthIndexAt(found.mouths, chosen.time);
    const mouth = found.mouths[index];
    return mouth ? { line: found.line, character, mouths: found.mouths, index, mouth } : null;
  }
  return null;
}

export function middleOf({ start, end }: Mouth): number {
  return (start + end) / 2;
}

/** What one can do to a chosen mouth; each change is one step to undo. */
export const mouthEdits = {
  setDrawing(store: SceneStore, { line, mouth }: MouthInLine, drawing: string): void {
    if (mouth.drawing === drawing && mouth.byHand) return;
    const piece = { start: mouth.start, end: mouth.end, drawing };
    store.getState().setCorrections(line.id, setByHand(line.corrections, piece));
  },

  rest(store: SceneStore, found: MouthInLine): void {
    const rig = found.character.mouth;
    if (rig)
      mouthEdits.setDrawing(
        store,
        found,
        chartOfLine(rig, moodAt(found.line, found.mouth.start)).rest,
      );
  },

  backToFitted(store: SceneStore, { line, mouth }: MouthInLine): void {
    if (!mouth.byHand) return;
    store.getState().setCorrections(line.id, release(line.corrections, mouth.start, mouth.end));
  },

  /** Moves the start (or the end) of a mouth by whole frames. The mouth stays chosen. */
  nudge(
    store: SceneStore,
    program: Program,
    found: MouthInLine,
    edge: 'start' | 'end',
    frames: number,
  ): void {
    const { frameRate } = program.scene;
    const index = edge === 'start' ? found.index : found.index + 1;
    const time = found.mouth[edge] + frames * frameLength(frameRate);
    const corrections = moveEdge(found.mouths, found.line.corrections, index, time, frameRate);
    if (corrections === found.line.corrections) return;
    store.getState().setCorrections(found.line.id, corrections);
    const moved = { ...found.mouth, [edge]: time };
    store.getState().choose({ line: found.line.id, time: middleOf(moved) });
  },
};
