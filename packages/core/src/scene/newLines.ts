import { sayable } from '../speech/script/script';
import { readScriptParts, type ScriptPart } from '../speech/script/scriptParts';
import { toFlicks, type Flicks } from '../time';
import { endOf, textLine, type Line } from './line';
import { linesInTurn, type NewVoice } from './lineEdits';
import { linesForScript, matchScripts, memberCalled, type Called } from './matchScripts';
import { linesOf, rowOfMember, speakerOf, type Scene } from './scene';
import { LONGEST_VOICE, PACE_RANGE } from './voice';

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
  /** Makes the ids of lines without a voice. */
  readonly newId: () => string;
}

/**
 * Recordings as lines one after the other, each with what the scripts say of it: the words, and who speaks them. What no
 * recording says becomes a line without a voice.
 */
export function newLines(
  voices: readonly TakenVoice[],
  script: readonly ScriptPart[],
  { scene, cast, member, newId }: Place,
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
  const end = Math.max(start, ...lines.map((line) => endOf(line) + gap));
  const unspoken = textLines(left, { row, rowOf, newId }, end, gap);
  return {
    lines: [...lines, ...unspoken],
    notes: [...unknownSpeakers(unknown, cast, member), ...unspokenNote(unspoken)],
  };

  function rowOf(speaker: string | null): string | null {
    if (speaker === null) return null;
    const found = memberCalled(cast, speaker);
    if (found === null) unknown.add(speaker);
    return found === null ? null : rowOfMember(scene, found);
  }
}

interface TextPlace {
  readonly row: string;
  readonly rowOf: (speaker: string | null) => string | null;
  readonly newId: () => string;
}

/** What nobody has recorded yet, as lines without a voice, one after the other. */
function textLines(
  parts: readonly ScriptPart[],
  { row, rowOf, newId }: TextPlace,
  start: Flicks,
  gap: Flicks,
): Line[] {
  let next = start;
  return parts.map(({ speaker, text }) => {
    const place = { id: newId(), row: rowOf(speaker) ?? row, name: nameOfText(text), start: next };
    const length = roughLength(text);
    next += length + gap;
    return { ...textLine(place), script: text, duration: length, length };
  });
}

/** How long a text takes about, until its words are known. */
function roughLength(text: string): Flicks {
  const words = text.split(/\s+/).filter(Boolean).length;
  return toFlicks(Math.min(LONGEST_VOICE, 0.5 + (60 * words) / PACE_RANGE.usual));
}

const NAME_SHOWN = 40;

/** What a line without a voice is called: how it begins. */
export function nameOfText(text: string): string {
  const line = sayable(text).replace(/\s+/g, ' ').trim();
  return line.length > NAME_SHOWN ? `${line.slice(0, NAME_SHOWN).trimEnd()} …` : line || 'New line';
}

/**
 * A script without recordings: lines that have no words yet get theirs, and what is left becomes lines without a voice,
 * from a time on.
 */
export function linesWithScript(
  script: readonly ScriptPart[],
  place: Place,
  start: Flicks,
  gap: Flicks,
): MadeLines {
  const { scene, cast } = place;
  const silent = linesOf(scene).filter(({ script: words }) => words.trim() === '');
  const speaking = silent.map((line) => ({ id: line.id, member: speakerOf(scene, line) }));
  const { parts, left } = linesForScript(speaking, script, (name) => memberCalled(cast, name));
  const lines = silent.flatMap((line) => {
    const part = parts.get(line.id);
    return part ? [{ ...line, script: part.text }] : [];
  });
  const others = newLines([], left, place, start, gap);
  return { lines: [...lines, ...others.lines], notes: others.notes };
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

/** What to say of speakers whom nobody on the stage is called like. @param member who says it instead */
export function unknownSpeakers(
  unknown: ReadonlySet<string>,
  cast: readonly Called[],
  member: string,
): string[] {
  if (unknown.size === 0) return [];
  const instead = cast.find(({ id }) => id === member)?.name ?? 'the row';
  return [
    `Nobody on the stage is called ${[...unknown].join(' or ')}: what they say went to ${instead}.`,
  ];
}

function unspokenNote(lines: readonly Line[]): string[] {
  if (lines.length === 0) return [];
  return lines.length === 1
    ? [`A piece of the script has no recording yet: “${lines[0]!.name}” is a line without a voice.`]
    : [
        `${lines.length} pieces of the script have no recording yet: they are lines without a voice.`,
      ];
}
