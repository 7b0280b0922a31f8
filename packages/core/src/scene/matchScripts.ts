import type { ScriptPart } from '../speech/script/scriptParts';

/** A recording that looks for what is said in it. */
export interface Recording {
  readonly id: string;
  /** Of its file, without the ending. */
  readonly name: string;
}

/** What was found: the piece of the script for each recording, and the pieces that are left over. */
export interface ScriptMatch {
  readonly parts: ReadonlyMap<string, ScriptPart>;
  readonly left: readonly ScriptPart[];
}

const simple = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/**
 * Finds the pieces of a script that recordings say. Where there are as many pieces as recordings they go together in
 * their order; otherwise a recording with a speaker's name in its own takes what that speaker says next.
 *
 * @param recordings in the order in which they are said
 */
export function matchScripts(
  recordings: readonly Recording[],
  script: readonly ScriptPart[],
): ScriptMatch {
  if (recordings.length === script.length) {
    const parts = new Map(recordings.map(({ id }, at) => [id, script[at]!]));
    return { parts, left: [] };
  }
  const left = [...script];
  const parts = new Map<string, ScriptPart>();
  for (const { id, name } of recordings) {
    const words = ` ${simple(name)} `;
    const at = left.findIndex(
      ({ speaker }) => speaker !== null && words.includes(` ${simple(speaker)} `),
    );
    if (at >= 0) parts.set(id, left.splice(at, 1)[0]!);
  }
  return { parts, left };
}

/** Somebody on the stage, and what they are called there. */
export interface Called {
  readonly id: string;
  readonly name: string;
}

/** Who on the stage a script means: called the same, or else the only one whose name begins or ends so. */
export function memberCalled(cast: readonly Called[], speaker: string): string | null {
  const wanted = simple(speaker);
  const named = cast.map(({ id, name }) => ({ id, name: simple(name) }));
  const same = named.find(({ name }) => name === wanted);
  if (same) return same.id;
  const alike = named.filter(
    ({ name }) => ` ${name} `.includes(` ${wanted} `) || ` ${wanted} `.includes(` ${name} `),
  );
  return alike.length === 1 ? alike[0]!.id : null;
}

/**
 * Finds the lines that already stand in a scene for the pieces of a script: each takes the next line of its speaker.
 *
 * @param lines those that have no script yet, in their order, with who speaks them
 * @param memberOf who a speaker is; null where that is not known, and then anybody's line will do
 */
export function linesForScript(
  lines: readonly { readonly id: string; readonly member: string }[],
  script: readonly ScriptPart[],
  memberOf: (speaker: string) => string | null,
): ScriptMatch {
  const free = [...lines];
  const parts = new Map<string, ScriptPart>();
  const left = script.filter((part) => {
    const member = part.speaker === null ? null : memberOf(part.speaker);
    const at = free.findIndex((line) => member === null || line.member === member);
    if (at < 0) return true;
    parts.set(free.splice(at, 1)[0]!.id, part);
    return false;
  });
  return { parts, left };
}
