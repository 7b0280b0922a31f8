import { VISEME_NAMES } from '@cruvo/core/speech';
import type { Score } from './scoring';

const WAY_NAMES = { live: 'live', voice: 'voice alone', script: 'with script' } as const;
type Way = keyof typeof WAY_NAMES;

const GROUP_NAMES: Readonly<Record<string, string>> = {
  known: 'human, speaker in the training set',
  never: 'human, speaker never heard',
  synthetic: 'synthetic voices, sentences never heard',
};
const STATED_GROUPS = 10;

/** The figures as a page: accuracy by group, what is taken for what, and how sure is how right. */
export function reportOf(
  results: ReadonlyMap<Way, ReadonlyMap<string, Score>>,
  pairs: Readonly<Record<string, readonly [number, number][]>>,
): string {
  const lines = [
    'On the development recordings, none of them trained on. Frames of 10 ms, in percent. **frame**: the same viseme;',
    '**tol20**: of the frames of speech, those whose viseme the label has within 20 ms; **closures**: p b m met within',
    '40 ms, recall and precision; **still**: speech and silence told apart.',
    '',
    '| what | how | s | frame | tol20 | closures | still |',
    '| --- | --- | --- | --- | --- | --- | --- |',
  ];
  for (const [way, scores] of results) {
    for (const [group, { measures: m }] of scores) {
      const closures = Number.isNaN(m.bilR) ? '' : `${whole(m.bilR)} / ${whole(m.bilP)}`;
      const speech = Number.isNaN(m.tol20) ? '' : one(m.tol20);
      lines.push(
        `| ${GROUP_NAMES[group] ?? group} | ${WAY_NAMES[way]} | ${whole(m.seconds)} | ${one(m.frame)} | ${speech} | ${closures} | ${one(m.sil)} |`,
      );
    }
  }
  const alone = results.get('voice')?.get('all clean');
  if (alone) lines.push('', ...confusionOf(alone));
  lines.push('', ...certaintyOf(pairs));
  return `${lines.join('\n')}\n`;
}

const one = (value: number) => value.toFixed(1);
const whole = (value: number) => (Number.isNaN(value) ? '' : value.toFixed(0));

function confusionOf({ confusion }: Score): string[] {
  const head = `| said \\ heard | ${VISEME_NAMES.join(' | ')} |`;
  const rows = confusion.map((row, viseme) => {
    const sum = row.reduce((total, count) => total + count, 0);
    return `| **${VISEME_NAMES[viseme]}** | ${[...row].map((count) => whole((100 * count) / sum)).join(' | ')} |`;
  });
  return [
    'What is taken for what by the voice alone, in percent of each row, all clean recordings:',
    '',
    head,
    `|${' --- |'.repeat(16)}`,
    ...rows,
  ];
}

function certaintyOf(pairs: Readonly<Record<string, readonly [number, number][]>>): string[] {
  const ways = Object.keys(pairs) as Way[];
  const rows = Array.from({ length: STATED_GROUPS }, (_, group) => {
    const cells = ways.map((way) => {
      const inside = pairs[way]!.filter(
        ([stated]) => Math.min(STATED_GROUPS - 1, Math.floor(stated * STATED_GROUPS)) === group,
      );
      if (inside.length < 200) return '';
      return whole((100 * inside.reduce((sum, [, right]) => sum + right, 0)) / inside.length);
    });
    return `| ${group * 10} to ${group * 10 + 10} | ${cells.join(' | ')} |`;
  });
  return [
    'How sure is how right: of the frames whose sound is stated to be so sure, percent that are right within 20 ms:',
    '',
    `| stated, % | ${ways.map((way) => WAY_NAMES[way]).join(' | ')} |`,
    `|${' --- |'.repeat(ways.length + 1)}`,
    ...rows,
  ];
}
