import type { HeldDrawing } from '@cruvo/core/mouth';
import { selectAtOnce, type SelectionRequest } from '@cruvo/core/program';
import { toSeconds } from '@cruvo/core/time';

/** Chooses mouths elsewhere, so that the page goes on meanwhile. */
export type SelectElsewhere = (request: SelectionRequest) => Promise<readonly HeldDrawing[]>;

/** Lines up to this many seconds take less than a few milliseconds: their mouths are chosen at once. */
const AT_ONCE_SECONDS = 8;
/** Of many short lines so many seconds are chosen at once; the page goes on, and the others follow. */
const AT_ONCE_IN_ALL = 60;
/**
 * While many lines are chosen elsewhere, whoever listens is told so long after the first, and less and less often, ms: each
 * time all of the scene is made ready again, which would be felt in what somebody does meanwhile.
 */
const TELL_AFTER_MS = 150;
const TELL_RARELY_MS = 2000;
/** Choices that are remembered of each mood of a line, so that undo finds them. */
const REMEMBERED = 12;

interface Choice {
  readonly request: SelectionRequest;
  readonly mouths: readonly HeldDrawing[];
}

/**
 * Chooses the mouths of lines: of a few short ones at once, of long ones and of many elsewhere. Of each line only the latest wish counts;
 * whoever listens is told when it is fulfilled.
 */
export class MouthSelector {
  /** By mood and line, the latest first. */
  private readonly chosen = new Map<string, readonly Choice[]>();
  /** The latest wish of each mood of each line. */
  private readonly wishes = new Map<string, SelectionRequest>();
  private running = false;
  /** Seconds that were chosen at once in this turn of the page. */
  private spent = 0;

  constructor(
    private readonly elsewhere: SelectElsewhere,
    private readonly onChosen: () => void,
  ) {}

  /** The mouths of a line; null where they are still being chosen. */
  readonly select = (request: SelectionRequest): readonly HeldDrawing[] | null => {
    const known = this.chosen
      .get(keyOf(request))
      ?.find((choice) => sameRequest(choice.request, request));
    if (known) return known.mouths;
    const seconds = toSeconds(request.duration);
    if (seconds <= AT_ONCE_SECONDS && this.spent + seconds <= AT_ONCE_IN_ALL) {
      if (this.spent === 0) setTimeout(() => (this.spent = 0));
      this.spent += seconds;
      return selectAtOnce(request);
    }
    this.wishes.set(keyOf(request), request);
    void this.run();
    return null;
  };

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      let [told, pause] = [-Infinity, TELL_AFTER_MS];
      for (;;) {
        const next = this.next();
        if (!next) return;
        // Where there is no elsewhere, the page waits rather than showing no mouths.
        const mouths = await this.elsewhere(next).catch(() => selectAtOnce(next));
        const key = keyOf(next);
        const before = this.chosen.get(key) ?? [];
        this.chosen.set(key, [{ request: next, mouths }, ...before].slice(0, REMEMBERED));
        if (this.wishes.size > 0 && performance.now() - told < pause) continue;
        if (told > -Infinity) pause = Math.min(TELL_RARELY_MS, 1.5 * pause);
        told = performance.now();
        this.onChosen();
      }
    } finally {
      this.running = false;
    }
  }

  private next(): SelectionRequest | undefined {
    for (const [key, request] of this.wishes) {
      this.wishes.delete(key);
      return request;
    }
    return undefined;
  }
}

const keyOf = ({ line, mood }: SelectionRequest) => `${line} ${mood}`;

function sameRequest(one: SelectionRequest, other: SelectionRequest): boolean {
  return (Object.keys(one) as (keyof SelectionRequest)[]).every((key) => one[key] === other[key]);
}
