import type { HeldDrawing } from '@cruvo/core/mouth';
import { selectAtOnce, type SelectionRequest } from '@cruvo/core/program';
import { toSeconds } from '@cruvo/core/time';

/** Chooses mouths elsewhere, so that the page goes on meanwhile. */
export type SelectElsewhere = (request: SelectionRequest) => Promise<readonly HeldDrawing[]>;

/** Lines up to this many seconds take less than a few milliseconds: their mouths are chosen at once. */
const AT_ONCE_SECONDS = 8;
/** Choices that are remembered, so that undo finds them. */
const REMEMBERED = 64;

interface Choice {
  readonly request: SelectionRequest;
  readonly mouths: readonly HeldDrawing[];
}

/**
 * Chooses the mouths of lines: of short ones at once, of long ones elsewhere. Of each line only the latest wish counts;
 * whoever listens is told when it is fulfilled.
 */
export class MouthSelector {
  private readonly chosen: Choice[] = [];
  /** The latest wish of each mood of each line. */
  private readonly wishes = new Map<string, SelectionRequest>();
  private running = false;

  constructor(
    private readonly elsewhere: SelectElsewhere,
    private readonly onChosen: () => void,
  ) {}

  /** The mouths of a line; null where they are still being chosen. */
  readonly select = (request: SelectionRequest): readonly HeldDrawing[] | null => {
    if (toSeconds(request.duration) <= AT_ONCE_SECONDS) return selectAtOnce(request);
    const known = this.chosen.find((choice) => sameRequest(choice.request, request));
    if (known) return known.mouths;
    this.wishes.set(`${request.line} ${request.mood}`, request);
    void this.run();
    return null;
  };

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (;;) {
        const next = this.next();
        if (!next) return;
        // Where there is no elsewhere, the page waits rather than showing no mouths.
        const mouths = await this.elsewhere(next).catch(() => selectAtOnce(next));
        this.chosen.unshift({ request: next, mouths });
        this.chosen.splice(REMEMBERED);
        this.onChosen();
      }
    } finally {
      this.running = false;
    }
  }

  private next(): SelectionRequest | undefined {
    for (const [line, request] of this.wishes) {
      this.wishes.delete(line);
      return request;
    }
    return undefined;
  }
}

function sameRequest(one: SelectionRequest, other: SelectionRequest): boolean {
  return (Object.keys(one) as (keyof SelectionRequest)[]).every((key) => one[key] === other[key]);
}
