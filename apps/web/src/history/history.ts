import { createStore } from 'zustand/vanilla';
import { fieldDifferences, patched, type Patches } from '@cruvo/core/document';

/** One step that can be taken back: what it changed, and what takes it back. */
interface Step {
  readonly patches: Patches;
  readonly inverse: Patches;
}

export interface HistoryState {
  readonly past: readonly Step[];
  readonly future: readonly Step[];
}

const MOST_STEPS = 500;

/** The history of a document's changes, as patches of its fields. Everything that a gesture changes is one step. */
export class History<Document extends object> {
  readonly state = createStore<HistoryState>(() => ({ past: [], future: [] }));
  /** The document as it was when the gesture that goes on began to change it; undefined before, null between gestures. */
  private gestureBegan: Document | undefined | null = null;

  /**
   * @param read the document as it is now
   * @param write takes another one
   */
  constructor(
    private readonly read: () => Document,
    private readonly write: (document: Document) => void,
  ) {}

  /** Changes the document, as a step of its own or as more of the gesture that goes on. */
  change(next: Document): void {
    const current = this.read();
    const joins = this.gestureBegan !== null && this.gestureBegan !== undefined;
    const before = joins ? this.gestureBegan! : current;
    const patches = fieldDifferences(before, next);
    const { past } = this.state.getState();
    const earlier = joins ? past.slice(0, -1) : past;
    this.write(next);
    if (patches.length === 0) {
      // A gesture that comes back to where it began has changed nothing.
      if (joins) this.endStep(earlier);
      return;
    }
    // Only from its first step on can a gesture's changes be joined.
    if (this.gestureBegan === undefined) this.gestureBegan = current;
    const step = { patches, inverse: fieldDifferences(next, before) };
    this.state.setState({ past: [...earlier, step].slice(-MOST_STEPS), future: [] });
  }

  private endStep(past: readonly Step[]): void {
    this.gestureBegan = undefined;
    this.state.setState({ past });
  }

  /** All that is changed from now on is one step, until the gesture is ended. */
  begin(): void {
    this.gestureBegan = undefined;
  }

  end(): void {
    this.gestureBegan = null;
  }

  undo(): void {
    this.move('past', 'future', ({ inverse }) => inverse);
  }

  redo(): void {
    this.move('future', 'past', ({ patches }) => patches);
  }

  /** Takes over what somebody else has changed; that is no step of this history. */
  takeOver(document: Document): void {
    this.write(document);
  }

  private move(
    from: keyof HistoryState,
    to: keyof HistoryState,
    patchesOf: (step: Step) => Patches,
  ): void {
    this.end();
    const state = this.state.getState();
    const step = state[from].at(-1);
    if (!step) return;
    this.write(patched(this.read(), patchesOf(step)));
    this.state.setState({ [from]: state[from].slice(0, -1), [to]: [...state[to], step] });
  }
}
