import { cuesChangedFrom } from '../cues';
import { keysChangedFrom, movesChangedFrom } from '../keys';
import type { Flicks } from '../time';
import type { Program } from './compile';
import type { MovedProgram } from './memberProgram';
import { lineChangedFrom } from './lineProgram';
import { takesChangedFrom } from './takeSources';

/**
 * From when on the controls of each member may differ between two programs, by member; those that are the same are
 * left out. Any two programs can be compared: the second need not have been made from the first.
 */
export function changedFrom(before: Program, after: Program): ReadonlyMap<string, Flicks> {
  const changes = new Map<string, Flicks>();
  for (const [id, memo] of after.memos) {
    const known = before.memos.get(id);
    if (known === memo) continue;
    const [was, is] = [known?.value, memo.value];
    changes.set(id, movedFrom(was, is));
  }
  for (const { line } of [...before.lines.values(), ...after.lines.values()]) {
    for (const { scene } of [before, after]) {
      const row = scene.rows[line.row];
      const known = row && changes.get(row.target);
      if (known === undefined) continue;
      const rowChanged = before.scene.rows[line.row] !== after.scene.rows[line.row];
      const from = rowChanged
        ? 0
        : lineChangedFrom(before.lines.get(line.id), after.lines.get(line.id));
      changes.set(row!.target, Math.min(known, from));
    }
  }
  return changes;
}

/** From when on the controls of the stage may differ between two programs; Infinity: never. */
export function stageChangedFrom(before: Program, after: Program): Flicks {
  return before.stage === after.stage ? Infinity : movedFrom(before.stage.value, after.stage.value);
}

function movedFrom(was: MovedProgram | undefined, is: MovedProgram): Flicks {
  const kept = was?.controls === is.controls && was.reactions === is.reactions;
  if (!kept) return 0;
  return Math.min(
    keysChangedFrom(was.keys, is.keys),
    movesChangedFrom(was.moves, is.moves),
    takesChangedFrom(was.takes, is.takes),
    cuesChangedFrom(was.cues, is.cues),
  );
}
