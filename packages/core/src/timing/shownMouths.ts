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

/** What people call the mouth drawings that are asked for at a time, by the names of who speaks. */
export function spokenMouths(program: Program, time: Flicks): Record<string, string> {
  const shown = program.members.flatMap((own) => {
    const drawing = mouthDrawingAt(own, time);
    if (drawing === null) return [];
    const chart =
      own.character.mouth && 'chart' in own.character.mouth ? own.character.mouth.chart : null;
    const label = chart?.drawings.find((one) => one.drawing === drawing)?.label ?? drawing;
    return [[memberName(own), label] as const];
  });
  return Object.fromEntries(shown);
}
