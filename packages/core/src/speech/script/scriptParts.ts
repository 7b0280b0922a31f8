/** A piece of a written scene: what somebody says. */
export interface ScriptPart {
  /** As written; null where the text doesn't say. */
  readonly speaker: string | null;
  readonly text: string;
}

/** The line with the times of a cue, in WebVTT (W3C, 4.1) and in SubRip. */
const TIMES = /^\s*(?:\d+:)?\d{1,2}:\d{2}[.,]\d{1,3}\s+-->\s+(?:\d+:)?\d{1,2}:\d{2}[.,]\d{1,3}/;
const VOICE_TAG = /<v(?:\.[^\s>]*)?\s+([^>]+)>/;
const TAGS = /<[^>\n]*>/g;
/** A name before a colon: "ISBEL:", "Isbel the otter:", also with a remark in brackets after it. */
const SPEAKER =
  /^[ \t]*(\p{Lu}[\p{Lu}\p{N} .'’-]{0,40}|\p{Lu}[\p{L}'’]*(?: \p{L}[\p{L}'’]*){0,3})(?: ?\([^)\n]*\))?:(?=\s|$)/u;

/**
 * The pieces of a written scene, in their order: WebVTT, SubRip, or plain text in which each piece begins with the
 * speaker's name and a colon. Text without names is one piece.
 */
export function readScriptParts(source: string): ScriptPart[] {
  const text = source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n');
  const lines = text.split('\n');
  return lines.some((line) => TIMES.test(line)) ? partsOfCues(text) : partsOfLines(lines);
}

function partsOfCues(text: string): ScriptPart[] {
  return text.split(/\n{2,}/).flatMap((block) => {
    const lines = block.split('\n');
    const times = lines.findIndex((line) => TIMES.test(line));
    if (times < 0) return [];
    const payload = lines.slice(times + 1).join('\n');
    const [, named] = VOICE_TAG.exec(payload) ?? [];
    const [, called] = SPEAKER.exec(payload) ?? [];
    const speaker = named ?? called ?? null;
    const said = payload.replace(TAGS, '').replace(SPEAKER, '').trim();
    return said === '' ? [] : [{ speaker: speaker?.trim() ?? null, text: said }];
  });
}

function partsOfLines(lines: readonly string[]): ScriptPart[] {
  const parts: { speaker: string | null; lines: string[] }[] = [];
  for (const line of lines) {
    const [head, speaker] = SPEAKER.exec(line) ?? [];
    if (head !== undefined)
      parts.push({ speaker: speaker!.trim(), lines: [line.slice(head.length)] });
    else if (parts.length > 0) parts.at(-1)!.lines.push(line);
    else if (line.trim() !== '') parts.push({ speaker: null, lines: [line] });
  }
  return parts
    .map(({ speaker, lines: own }) => ({ speaker, text: own.join('\n').trim() }))
    .filter((part) => part.text !== '');
}
