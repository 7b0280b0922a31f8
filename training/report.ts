import { VISEME_NAMES } from '@cruvo/core/speech';
import type { Score } from './scoring';

/** The three ways of hearing, as people call them. */
export const WAY_NAMES = { live: 'live', voice: 'voice alone', script: 'with script' } as const;
export type Way = keyof typeof WAY_NAMES;

/** Groups, and after a colon the kind of speaking within them. */
const GROUP_NAMES: Readonly<Record<string, string>> = {
  known: 'human, speaker in the training set',
  never: 'human, speaker never heard',
  synthetic: 'synthetic voices, sentences never heard',
};

/** For each way how sure frames were stated to be (0 to 1) and whether they were right (0 or 1). */
export type Pairs = Partial<Record<Way, [stated: number, right: number][]>>;

/** The figures as a page: accuracy by group, errors of boundaries, and what is taken for what. */
export function reportOf(results: ReadonlyMap<Way, ReadonlyMap<string, Score>>): string {
  const lines = [
    'On the development recordings, none of them trained on. Frames of 10 ms, in percent. **frame**: the same viseme;',
    '**tol20**: of the frames of speech, those whose viseme the label has within 20 ms; **closures**: p b m met within',
    '40 ms, recall and precision; **still**: speech and silence told apart.',
    '',
    '| what | how | s | frame | tol20 | closures | still |',
    '| --- | --- | --- | --- | --- | --- | --- |',
  ];
  for (const [way, scores] of results) {
    for (const [group, { measures: m }] of inOrder(scores)) {
      const closures = Number.isNaN(m.bilR) ? '' : `${whole(m.bilR)} / ${whole(m.bilP)}`;
      const speech = Number.isNaN(m.tol20) ? '' : one(m.tol20);
      lines.push(
        `| ${nameOf(group)} | ${WAY_NAMES[way]} | ${whole(m.seconds)} | ${one(m.frame)} | ${speech} | ${closures} | ${one(m.sil)} |`,
      );
    }
  }
  const exact = results.get('script')?.get('synthetic')?.boundaryErrors;
  if (exact) {
    lines.push(
      '',
      `Boundaries between sounds against exact times (synthetic voices, with script): ${whole(exact.median)} ms off in the middle, ${whole(exact.p95)} ms at 95 %.`,
    );
  }
  const alone = results.get('voice')?.get('all clean');
  if (alone) lines.push('', ...confusionOf(alone));
  return `${lines.join('\n')}\n`;
}

/** Kinds of speaking after the group that they are a part of. */
function inOrder(scores: ReadonlyMap<string, Score>): [string, Score][] {
  const whole = [...scores].filter(
    ([group]) => !scores.has(group.split(': ')[0]!) || !group.includes(': '),
  );
  return whole.flatMap((entry) => [
    entry,
    ...[...scores].filter(([group]) => group.startsWith(`${entry[0]}: `)).sort(),
  ]);
}

function nameOf(group: string): string {
  const [first, kind] = group.split(': ');
  const name = GROUP_NAMES[first!];
  if (!name) return group;
  return kind ? `– ${kind}` : name;
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
