import type { ControlSet, ControlSource } from '../controls';
import { mouthSlots, mouthWriter } from '../character/controls';
import { closedAt, type Blink } from '../life';
import { targetOf } from '../mouth/articulation';
import { chartOf, type MouthRig } from '../mouth/mouthRig';
import type { Fading, MouthState } from '../mouth/mouthState';
import { mouthIndexAt } from '../mouth/mouths';
import { isHeardAt, voiceTime } from '../scene/line';
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
  const write = mouthWriter(set);
  const held = heldStates(rig);
  const spokenAt = (time: Flicks): MouthState | null => {
    for (const own of lines) {
      const { line, mouths, articulation } = own;
      if (!isHeardAt(line, time)) continue;
      const since = voiceTime(line, time);
      const mouth = mouths[mouthIndexAt(mouths, since)];
      if (!mouth) continue;
      const { drawing, byHand } = mouth;
      const fading = byHand ? undefined : fadingAt(own, drawing, since);
      if (byHand || !articulation) return { ...held(drawing), fading };
      return {
        drawing,
        fading,
        articulation: articulation(toSeconds(since) + line.fit.leadSeconds),
      };
    }
    return null;
  };
  return {
    ...{
      name: 'Talking',
      layer: 'dialogue',
      muted,
      mix: 'replace',
      weight: 1,
      slots: mouthSlots(set),
    },
    sample: (time, values) => {
      const state = spokenAt(time);
      if (state) write(values, state);
      return state === null ? 0 : 1;
    },
  };
}

/** The drawing of the mood that is left, or comes, while one goes over into the other: half of it at the change itself. */
function fadingAt({ blends }: LineProgram, drawing: string, since: Flicks): Fading | undefined {
  const blend = blends.find(({ start, end }) => since > start && since < end);
  if (!blend) return undefined;
  const { time, start, end, before, after } = blend;
  const other = since < time ? after : before;
  const shown = other[mouthIndexAt(other, since)]?.drawing;
  if (shown === undefined || shown === drawing) return undefined;
  const reach = since < time ? time - start : end - time;
  return { drawing: shown, share: (1 - Math.abs(since - time) / reach) / 2 };
}

/** What the mouth does while it holds a drawing. */
function heldStates(rig: MouthRig): (drawing: string) => MouthState {
  const rest = targetOf(SILENCE);
  const states = new Map(
    chartOf(rig).drawings.map(({ drawing, articulation }) => [
      drawing,
      { drawing, articulation: { ...rest, ...articulation } },
    ]),
  );
  return (drawing) => states.get(drawing) ?? { drawing, articulation: rest };
}

/** Lids that close by themselves. */
export function blinkSource(set: ControlSet, blinks: readonly Blink[]): ControlSource {
  const slot = set.slots.get('eyes.closed')!;
  return {
    ...{ name: 'Blinks', layer: 'life', muted: false, mix: 'replace', weight: 1, slots: [slot] },
    sample: (time, values) => {
      values[slot] = closedAt(blinks, toSeconds(time));
      return 1;
    },
  };
}
