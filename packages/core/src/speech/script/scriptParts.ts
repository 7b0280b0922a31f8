/** A piece of a written scene: what somebody says. */
export interface ScriptPart {
  /** As written; null where the text doesn't say. */
  readonly speaker: string | null;
  readonly text: string;
}

/** A piece that tells when it is said; seconds. */
export interface TimedScriptPart extends ScriptPart {
  readonly start: number;
  readonly end: number;
}

/** The line with the times of a cue, in WebVTT (W3C, 4.1) and in SubRip. */
const TIMES =
  /^\s*(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})\s+-->\s+(?:(\d+):)?(\d{1,2}):(\d{2})[.,](\d{1,3})/;
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
  if (!lines.some((line) => TIMES.test(line))) return partsOfLines(lines);
  return readCaptions(source).map(({ speaker, text: said }) => ({ speaker, text: said }));
}

/** The cues of WebVTT or SubRip, in their order; none where the text is neither. */
export function readCaptions(source: string): TimedScriptPart[] {
  return partsOfCues(source.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'));
}

function partsOfCues(text: string): TimedScriptPart[] {
  return text.split(/\n{2,}/).flatMap((block) => {
    const lines = block.split('\n');
    const times = lines.findIndex((line) => TIMES.test(line));
    if (times < 0) return [];
    const clock = TIMES.exec(lines[times]!)!.slice(1);
    const payload = lines.slice(times + 1).join('\n');
    const [, named] = VOICE_TAG.exec(payload) ?? [];
    const [, called] = SPEAKER.exec(payload) ?? [];
    const speaker = named ?? called ?? null;
    const said = payload.replace(TAGS, '').replace(SPEAKER, '').trim();
    const [start, end] = [secondsOf(clock.slice(0, 4)), secondsOf(clock.slice(4))];
    return said === '' ? [] : [{ speaker: speaker?.trim() ?? null, text: said, start, end }];
  });
}

/** @param clock hours, which may be missing, minutes, seconds, and the digits behind the point */
function secondsOf([hours = '0', minutes, seconds, rest]: readonly (string | undefined)[]): number {
  return 3600 * Number(hours) + 60 * Number(minutes) + Number(`${seconds}.${rest}`);
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
