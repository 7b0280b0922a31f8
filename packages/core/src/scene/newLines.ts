import { readScriptParts, type ScriptPart } from '../speech/script/scriptParts';
import type { Flicks } from '../time';
import type { Line } from './line';
import { linesInTurn, type NewVoice } from './lineEdits';
import { linesForScript, matchScripts, memberCalled, type Called } from './matchScripts';
import { linesOf, rowOfMember, speakerOf, type Scene } from './scene';

/** A recording that has come in. */
export interface TakenVoice extends NewVoice {
  /** Null where no file of its own says what is said in it. */
  readonly script: string | null;
}

/** Lines as recordings and scripts make them, and what is to be said about that. */
export interface MadeLines {
  readonly lines: readonly Line[];
  readonly notes: readonly string[];
}

interface Place {
  readonly scene: Scene;
  /** Who is on the stage, as they are called. */
  readonly cast: readonly Called[];
  /** Who speaks where nothing else is said. */
  readonly member: string;
}

/** Recordings as lines one after the other, each with what the scripts say of it: the words, and who speaks them. */
export function newLines(
  voices: readonly TakenVoice[],
  script: readonly ScriptPart[],
  { scene, cast, member }: Place,
  start: Flicks,
  gap: Flicks,
): MadeLines {
  const row = rowOfMember(scene, member);
  if (row === null) return { lines: [], notes: [] };
  const { parts, left } = matchScripts(
    voices.filter((voice) => voice.script === null),
    script,
  );
  const unknown = new Set<string>();
  const lines = linesInTurn(
    voices.map(({ id, name, voice }) => ({ id, name, voice })),
    row,
    start,
    gap,
  ).map((line, at): Line => {
    const own = voices[at]!.script;
    const part = own === null ? parts.get(line.id) : onePart(own);
    if (!part) return line;
    return { ...line, script: part.text, row: rowOf(part.speaker) ?? row };
  });
  return { lines, notes: [...unknownNote(unknown, cast, member), ...leftNote(left)] };

  function rowOf(speaker: string | null): string | null {
    if (speaker === null) return null;
    const found = memberCalled(cast, speaker);
    if (found === null) unknown.add(speaker);
    return found === null ? null : rowOfMember(scene, found);
  }
}

/** Lines that are in the scene already, with the words that a script has for them. */
export function linesWithScript(script: readonly ScriptPart[], { scene, cast }: Place): MadeLines {
  const silent = linesOf(scene).filter(({ script: words }) => words.trim() === '');
  const speaking = silent.map((line) => ({ id: line.id, member: speakerOf(scene, line) }));
  const { parts, left } = linesForScript(speaking, script, (name) => memberCalled(cast, name));
  const lines = silent.flatMap((line) => {
    const part = parts.get(line.id);
    return part ? [{ ...line, script: part.text }] : [];
  });
  return { lines, notes: leftNote(left) };
}

/** A script of one recording; who speaks is told only where it names one speaker alone. */
function onePart(text: string): ScriptPart {
  const parts = readScriptParts(text);
  const [first] = parts;
  const speakers = new Set(parts.map(({ speaker }) => speaker));
  return first && speakers.size === 1
    ? { speaker: first.speaker, text: parts.map((part) => part.text).join('\n') }
    : { speaker: null, text: text.trim() };
}

function unknownNote(unknown: ReadonlySet<string>, cast: readonly Called[], member: string) {
  if (unknown.size === 0) return [];
  const instead = cast.find(({ id }) => id === member)?.name ?? 'the row';
  return [
    `Nobody on the stage is called ${[...unknown].join(' or ')}: what they say went to ${instead}.`,
  ];
}

function leftNote(left: readonly ScriptPart[]): string[] {
  if (left.length === 0) return [];
  const [first] = left;
  const begins = first!.text.slice(0, 40);
  return left.length === 1
    ? [`A piece of the script found no recording: “${begins}”.`]
    : [`${left.length} pieces of the script found no recording, the first “${begins}”.`];
}
