import { array, number, object, string } from 'yup';
import type { Flicks } from '../time';
import { lineSchema, type Line } from './line';
import { movedLine } from './lineEdits';
import { linesOf, rowOfMember, SCENE_VERSION, speakerOf, type Scene } from './scene';

/** What marks a text as lines that were copied. */
const KIND = 'cruvo lines';
const MOST_LINES = 2000;

const copySchema = object({
  kind: string().required().oneOf([KIND]),
  version: number().required().oneOf([SCENE_VERSION]),
  lines: array(
    object({
      line: lineSchema,
      /** Id of the character who says it. */
      character: string().required(),
    }),
  )
    .required()
    .min(1)
    .max(MOST_LINES),
});

/** Lines as a text that can be pasted, also into another scene. */
export function copyOfLines(scene: Scene, ids: ReadonlySet<string>): string {
  const lines = linesOf(scene)
    .filter(({ id }) => ids.has(id))
    .map((line) => ({ line, character: scene.cast[speakerOf(scene, line)]!.character }));
  return JSON.stringify({ kind: KIND, version: SCENE_VERSION, lines });
}

/** Lines as they are pasted, and whether some of them are said by somebody else now. */
export interface PastedLines {
  readonly lines: readonly Line[];
  readonly elsewhere: boolean;
}

/**
 * The lines of a text that was copied: the first of them at a time, the others as far after it as they were. Each goes to
 * the first member of the cast with the same character, or else to the one that is worked on.
 *
 * @param member who is worked on
 * @returns null where the text is no copy of lines
 */
export function pastedLines(
  text: string,
  scene: Scene,
  { at, member, newId }: { at: Flicks; member: string; newId: () => string },
): PastedLines | null {
  const copied = parsed(text);
  const fallback = rowOfMember(scene, member);
  if (!copied || fallback === null) return null;
  const first = Math.min(...copied.map(({ line }) => line.start));
  let elsewhere = false;
  const lines = copied.map(({ line, character }) => {
    const same = Object.values(scene.cast).find((one) => one.character === character);
    const row = same ? rowOfMember(scene, same.id) : null;
    elsewhere ||= row === null;
    return { ...movedLine(line, at + line.start - first), id: newId(), row: row ?? fallback };
  });
  return { lines, elsewhere };
}

function parsed(text: string): { line: Line; character: string }[] | null {
  if (!text.startsWith('{')) return null;
  try {
    const { lines } = copySchema.validateSync(JSON.parse(text), { strict: true });
    return lines as unknown as { line: Line; character: string }[];
  } catch {
    return null;
  }
}
