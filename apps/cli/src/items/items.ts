import { availableParallelism } from 'node:os';
import { MultiBar, Presets, type SingleBar } from 'cli-progress';
import type { Command } from 'commander';
import pLimit from 'p-limit';
import { cancelled, Problem, sentenceOf } from '@cruvo/core/problem';
import { interruptible } from './interruptible';

/** One thing of several that a command makes. */
export interface Item {
  /** What it is called in messages. */
  readonly name: string;
  /** @param report takes how much is done, 0 to 1 */
  make(report: (share: number) => void, signal: AbortSignal): Promise<Made>;
}

/** What came of it. */
export interface Made {
  /** Where files were written, the main one first. */
  readonly files: readonly string[];
  readonly notes?: readonly string[];
  /** Whether it was there already and was left as it is. */
  readonly wasThere?: boolean;
}

/** How things are told. */
export interface TellingOptions {
  /** Whether progress is told as lines of JSON. */
  readonly json?: boolean;
  readonly quiet?: boolean;
}

export interface ItemOptions extends TellingOptions {
  /** How many are made at once. */
  readonly parallel: string;
}

const MOST_AT_ONCE = 64;

/** Adds what all commands that make several things understand. */
export function withItemOptions(command: Command): Command {
  return withTellingOptions(
    command.option(
      '--parallel <number>',
      'how many are made at once',
      String(availableParallelism()),
    ),
  );
}

/** The same for those that make one after the other. */
export function withTellingOptions(command: Command): Command {
  return command
    .option('--json', 'tell progress and results as lines of JSON')
    .option('--quiet', 'print nothing but errors');
}

/** What is added to the help of such commands. */
export const ITEMS_HELP = `
With --json, standard output has a line for each step: {"item", "progress"} while something is made, and at
its end {"item", "status", "files", "notes"} or {"item", "status", "error"}. The status is 0 where all went
well, 1 where it failed. What is there already says "wasThere": true. The command’s own exit status is 1
where any of them failed.`;

export function parallelOf({ parallel }: Pick<ItemOptions, 'parallel'>): number {
  const number = Number(parallel);
  if (Number.isInteger(number) && number >= 1 && number <= MOST_AT_ONCE) return number;
  throw new Problem(
    'bad-input',
    `--parallel must be a number from 1 to ${MOST_AT_ONCE}, not “${parallel}”.`,
  );
}

/**
 * Makes things, some at once, and tells how far they are. One that fails keeps no other one from being made. Ctrl-C
 * stops all of them.
 *
 * @throws Problem where one failed, after all have ended
 */
export async function makeItems(items: readonly Item[], options: ItemOptions): Promise<void> {
  const teller = options.json ? new JsonTeller() : new TextTeller(options.quiet ?? false);
  const atOnce = pLimit(parallelOf(options));
  const failures: string[] = [];
  try {
    await interruptible((signal) =>
      Promise.all(
        items.map((item) =>
          atOnce(async () => {
            try {
              if (signal.aborted) throw cancelled();
              const made = await item.make((share) => teller.progress(item, share), signal);
              teller.done(item, made);
            } catch (error) {
              failures.push(sentenceOf(error));
              teller.failed(item, sentenceOf(error));
            }
          }),
        ),
      ),
    );
  } finally {
    teller.end();
  }
  if (failures.length === 0) return;
  const [only] = failures;
  throw new Problem(
    'bad-input',
    items.length === 1 ? only! : `${failures.length} of ${items.length} could not be made.`,
  );
}

/** Tells how things go. */
interface Teller {
  progress(item: Item, share: number): void;
  done(item: Item, made: Made): void;
  failed(item: Item, sentence: string): void;
  end(): void;
}

class JsonTeller implements Teller {
  private readonly told = new Map<Item, number>();

  progress(item: Item, share: number): void {
    const percent = Math.floor(100 * share);
    if (this.told.get(item) === percent) return;
    this.told.set(item, percent);
    this.say({ item: item.name, progress: percent / 100 });
  }

  done(item: Item, { files, notes = [], wasThere = false }: Made): void {
    this.say({ item: item.name, status: 0, files, notes, ...(wasThere ? { wasThere } : {}) });
  }

  failed(item: Item, error: string): void {
    this.say({ item: item.name, status: 1, error });
  }

  end(): void {
    // Each line was whole by itself.
  }

  private say(line: object): void {
    process.stdout.write(`${JSON.stringify(line)}\n`);
  }
}

/** Bars on a terminal; elsewhere a line for each thing. */
class TextTeller implements Teller {
  private readonly bars: MultiBar | null;
  private readonly own = new Map<Item, SingleBar>();
  private readonly lines: string[] = [];

  constructor(private readonly quiet: boolean) {
    const shown = !quiet && process.stderr.isTTY;
    this.bars = shown
      ? new MultiBar(
          { format: '{bar} {percentage}% · {name}', hideCursor: true, clearOnComplete: true },
          Presets.shades_grey,
        )
      : null;
  }

  progress(item: Item, share: number): void {
    if (!this.bars) return;
    let bar = this.own.get(item);
    if (!bar) this.own.set(item, (bar = this.bars.create(100, 0, { name: item.name })));
    bar.update(Math.floor(100 * share));
  }

  done(item: Item, { files, notes = [], wasThere = false }: Made): void {
    if (this.quiet) return;
    const [main, ...beside] = files;
    if (main !== undefined) {
      this.say(`${item.name}: ${wasThere ? 'is there already, ' : ''}${main}`);
    } else if (notes.length === 0) this.say(`${item.name}: done`);
    for (const path of beside) this.say(`${item.name}: also ${path}`);
    for (const note of notes) this.say(`${item.name}: ${note}`);
  }

  failed(item: Item, sentence: string): void {
    this.say(`${item.name}: ${sentence}`);
  }

  end(): void {
    this.bars?.stop();
    for (const line of this.lines) process.stderr.write(`${line}\n`);
  }

  /** Said at once, or after the bars, which would be torn apart. */
  private say(line: string): void {
    if (this.bars) this.lines.push(line);
    else process.stderr.write(`${line}\n`);
  }
}
