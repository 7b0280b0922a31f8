import type { MemberProgram, Program } from '../program';
import { mouthIndexAt } from '../mouth/mouths';
import { isHeardAt, voiceTime } from '../scene/line';
import type { Flicks } from '../time';

/** What a cast member is called in a scene. */
export const memberName = ({ member, character }: MemberProgram): string =>
  member.name ?? character.name;

/** The id of the mouth drawing that a line of a cast member asks for at a time; null where nothing is said. */
export function mouthDrawingAt({ lines }: MemberProgram, time: Flicks): string | null {
  const line = lines.findLast((one) => isHeardAt(one.line, time));
  if (!line) return null;
  return line.mouths[mouthIndexAt(line.mouths, voiceTime(line.line, time))]?.drawing ?? null;
}

/** What people call the mouth drawings of a cast member, by their ids. */
export function mouthLabels({ character }: MemberProgram): ReadonlyMap<string, string> {
  const { mouth } = character;
  const drawings = mouth && 'chart' in mouth ? mouth.chart.drawings : [];
  return new Map(drawings.map(({ drawing, label }) => [drawing, label]));
}

/** What people call the mouth drawings that are asked for at a time, by the names of who speaks. */
export function spokenMouths({ members }: Program, time: Flicks): Record<string, string> {
  return Object.fromEntries(
    members.flatMap((own) => {
      const drawing = mouthDrawingAt(own, time);
      return drawing === null
        ? []
        : [[memberName(own), mouthLabels(own).get(drawing) ?? drawing] as const];
    }),
  );
}
