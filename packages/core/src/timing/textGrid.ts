import type { Timed, Timing } from './timing';

/** A row of a TextGrid: what lies in it touches and covers all of the time. */
export interface Tier {
  readonly name: string;
  readonly intervals: readonly (Timed & { readonly text: string })[];
}

/** Words, sounds and mouths of each character, as phoneticians' tools read them. */
export function textGrid(timing: Timing): string {
  const speakers = timing.characters.filter((name) =>
    timing.lines.some(({ speaker }) => speaker === name),
  );
  const tiers = speakers.flatMap((name) => {
    const own = timing.lines.filter(({ speaker }) => speaker === name);
    const tier = (what: string, items: readonly (Timed & { readonly text: string })[]): Tier => ({
      name: `${name} ${what}`,
      intervals: filled(items, timing.length),
    });
    return [
      tier(
        'lines',
        own.map((line) => ({ ...line, text: line.script })),
      ),
      tier(
        'words',
        own.flatMap(({ words }) => words),
      ),
      tier(
        'sounds',
        own.flatMap(({ sounds }) =>
          sounds.map((sound) => ({ ...sound, text: sound.phone ?? String(sound.viseme) })),
        ),
      ),
      tier(
        'mouths',
        own.flatMap(({ mouths }) => mouths.map((mouth) => ({ ...mouth, text: mouth.drawing }))),
      ),
    ];
  });
  return writeTextGrid(tiers, timing.length);
}

/** In order, touching each other, from 0 to the end; of what overlaps the later one wins. */
function filled(
  items: readonly (Timed & { readonly text: string })[],
  length: number,
): Tier['intervals'] {
  const sorted = [...items]
    .filter(({ end, start }) => end > start)
    .sort((a, b) => a.start - b.start);
  const intervals: (Timed & { readonly text: string })[] = [];
  let at = 0;
  sorted.forEach(({ start, end, text }, index) => {
    const from = Math.max(at, start);
    const to = Math.min(end, sorted[index + 1]?.start ?? length, length);
    if (to <= from) return;
    if (from > at) intervals.push({ start: at, end: from, text: '' });
    intervals.push({ start: from, end: to, text });
    at = to;
  });
  if (at < length) intervals.push({ start: at, end: length, text: '' });
  return intervals;
}

/** Tiers as a TextGrid in its long form. @param length seconds */
export function writeTextGrid(tiers: readonly Tier[], length: number): string {
  const head = [
    ...['File type = "ooTextFile"', 'Object class = "TextGrid"', ''],
    ...['xmin = 0', `xmax = ${length}`, 'tiers? <exists>', `size = ${tiers.length}`, 'item []:'],
  ];
  const rows = tiers.flatMap(({ name, intervals }, at) => [
    ...[
      `    item [${at + 1}]:`,
      '        class = "IntervalTier"',
      `        name = ${quoted(name)}`,
    ],
    ...['        xmin = 0', `        xmax = ${length}`],
    `        intervals: size = ${intervals.length}`,
    ...intervals.flatMap(({ start, end, text }, index) => [
      `        intervals [${index + 1}]:`,
      ...[`            xmin = ${start}`, `            xmax = ${end}`],
      `            text = ${quoted(text)}`,
    ]),
  ]);
  return `${[...head, ...rows].join('\n')}\n`;
}

const quoted = (text: string) => `"${text.replaceAll('"', '""')}"`;

/**
 * Reads the tiers of a TextGrid, long or short; points become intervals without a length.
 *
 * @returns null where the text is none
 */
export function readTextGrid(text: string): readonly Tier[] | null {
  if (!/^\s*(File type = )?"ooTextFile"/.test(text)) return null;
  // Both forms have the same values in the same order: numbers and texts in quotes; the rest explains them.
  const values = [
    ...text.matchAll(/"((?:[^"]|"")*)"|(?<![\w[.])(-?\d+(?:\.\d+)?(?:e[-+]?\d+)?)(?![\w\].])/gi),
  ].map(([, quote, number]) =>
    quote === undefined ? Number(number) : quote.replaceAll('""', '"'),
  );
  let at = 2;
  const next = () => values[at++];
  const number = () => {
    const value = next();
    return typeof value === 'number' && Number.isFinite(value) ? value : null;
  };
  const [start, end, size] = [number(), number(), number()];
  if (start === null || end === null || size === null) return null;
  const tiers: Tier[] = [];
  for (let index = 0; index < size; index++) {
    const [kind, name] = [next(), next()];
    const [, , count] = [number(), number(), number()];
    if (typeof name !== 'string' || count === null) return null;
    const points = kind === 'TextTier';
    const intervals: (Timed & { text: string })[] = [];
    for (let item = 0; item < count; item++) {
      const from = number();
      const to = points ? from : number();
      const label = next();
      if (from === null || to === null || label === undefined) return null;
      intervals.push({ start: from, end: to, text: String(label) });
    }
    tiers.push({ name, intervals });
  }
  return tiers;
}
