import type { ControlSet, ControlSource } from '../controls';
import { mouthSlots, writeMouth } from '../character/controls';
import { closedAt, type Blink } from '../life';
import { targetOf } from '../mouth/articulation';
import { chartOf, isContinuous, type MouthRig } from '../mouth/mouthRig';
import type { MouthState } from '../mouth/mouthState';
import { mouthIndexAt } from '../mouth/mouths';
import { SILENCE } from '../speech/visemes';
import { toSeconds, type Flicks } from '../time';
import type { LineProgram } from './lineProgram';

/**
 * Lines move the mouth of who speaks them. Where several overlap, the one that began first is seen.
 *
 * @param lines of one row, the earlier ones first
 */
export function dialogueSource(
  set: ControlSet,
  rig: MouthRig,
  lines: readonly LineProgram[],
  muted: boolean,
): ControlSource {
  return {
    ...{ layer: 'dialogue', muted, mix: 'replace', weight: 1, slots: mouthSlots(set) },
    sample: (time, values) => {
      const state = spokenAt(rig, lines, time);
      if (state) writeMouth(set, values, state);
      return state !== null;
    },
  };
}

/** What the mouth does for its lines at a time; null where none is spoken. */
function spokenAt(rig: MouthRig, lines: readonly LineProgram[], time: Flicks): MouthState | null {
  for (const { line, mouths, articulation } of lines) {
    const since = time - line.start;
    const mouth = mouths[mouthIndexAt(mouths, since)];
    if (!mouth) continue;
    const { drawing, byHand } = mouth;
    if (!byHand && articulation && isContinuous(rig)) {
      return { drawing, articulation: articulation(toSeconds(since) + line.fit.leadSeconds) };
    }
    const shown = chartOf(rig).drawings.find((entry) => entry.drawing === drawing);
    return { drawing, articulation: { ...targetOf(SILENCE), ...shown?.articulation } };
  }
  return null;
}

/** Lids that close by themselves. */
export function blinkSource(set: ControlSet, blinks: readonly Blink[]): ControlSource {
  const slot = set.slots.get('eyes.closed')!;
  return {
    ...{ layer: 'life', muted: false, mix: 'replace', weight: 1, slots: [slot] },
    sample: (time, values) => {
      values[slot] = closedAt(blinks, toSeconds(time));
      return true;
    },
  };
}
