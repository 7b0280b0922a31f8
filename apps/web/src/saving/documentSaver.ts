import { createStore } from 'zustand/vanilla';
import {
  collide,
  differences,
  patched,
  type DocumentBodies,
  type DocumentKind,
  type Patches,
} from '@cruvo/core/document';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { Document, SaveOutcome } from '../api/documents';
import type { AnalysedVoice } from '../workers/analyseVoice';
import type { Journal, UnsavedWork } from './journal';

/** How the document on the screen stands to the one on the server. */
export type SaveState<Kind extends DocumentKind> =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'away'; readonly sentence: string }
  | { readonly kind: 'refused'; readonly sentence: string }
  | { readonly kind: 'conflict'; readonly theirs: Document<Kind> };

/** Whether work that is not on the server yet would be there after a crash of the browser. */
export type KeepingState =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'kept' }
  | { readonly kind: 'not kept'; readonly sentence: string };

/** What the saver needs of the world. */
export interface SaverPorts<Kind extends DocumentKind> {
  /** `window` tells the server whose change it is. */
  readonly save: (revision: number, patches: Patches, window: string) => Promise<SaveOutcome<Kind>>;
  /** The document as it is on the server now. */
  readonly read: () => Promise<Document<Kind>>;
  readonly storeTrack: (bytes: Uint8Array<ArrayBuffer>) => Promise<void>;
  readonly journal: Journal;
  /** Tells other windows that there is a new revision. */
  readonly announce: (revision: number) => void;
}

/** What was heard in voices and is not on the server yet, by id. */
type PendingTracks = ReadonlyMap<string, Uint8Array<ArrayBuffer>>;

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 2000;

/**
 * Saves a document as it is worked on. What is not saved yet is kept in the browser as patches of records; then the
 * patches are sent. Where somebody else saved in between, both changes are kept, unless they are of the same record:
 * then nothing is overwritten, and the saver waits until one of the two is chosen. While the server is away it tries
 * again and again.
 */
export class DocumentSaver<Kind extends DocumentKind> {
  readonly state = createStore<SaveState<Kind>>(() => ({ kind: 'saved' }));
  /** How what is not saved is kept in the browser. */
  readonly keeping = createStore<KeepingState>(() => ({ kind: 'nothing' }));
  /** Told what the document is once others have changed it. */
  onMerged: (body: DocumentBodies[Kind]) => void = () => undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private saving = false;
  /** Its id, known to the server, so that a save whose answer was lost is not taken for somebody else's. */
  window: string = crypto.randomUUID();
  /** The newest revision that another window told of. */
  private announced = 0;
  private saved: DocumentBodies[Kind];
  private readonly pendingTracks = new Map<string, Uint8Array<ArrayBuffer>>();

  constructor(
    private readonly id: string,
    private revision: number,
    private current: DocumentBodies[Kind],
    private readonly ports: SaverPorts<Kind>,
  ) {
    this.saved = current;
  }

  /** The document as it was last seen on the server. */
  get lastSaved(): DocumentBodies[Kind] {
    return this.saved;
  }

  /**
   * Takes up work that an earlier visit left unsaved.
   *
   * @param body the document with that work in it
   * @param revision the one that the work was made from
   */
  resume({ body, revision, window, tracks }: UnsavedWork<Kind>): void {
    this.revision = revision;
    this.window = window ?? this.window;
    for (const [id, bytes] of tracks) this.pendingTracks.set(id, bytes);
    this.change(body);
  }

  change(body: DocumentBodies[Kind]): void {
    this.current = body;
    if (this.state.getState().kind === 'conflict') void this.keepJournal();
    else if (this.pending().length === 0 && !this.saving) this.nothingToSave();
    else {
      void this.keepJournal();
      this.saveIn(SAVE_AFTER_MS);
    }
  }

  addTrack({ id, bytes }: Pick<AnalysedVoice, 'id' | 'bytes'>): void {
    this.pendingTracks.set(id, bytes);
    void this.keep(() => this.ports.journal.keepTrack(id, bytes));
  }

  /** Settles a conflict by saving what is on this screen over the other. */
  keepMine(): void {
    const state = this.state.getState();
    if (state.kind !== 'conflict') return;
    // What only the other changed stays.
    const mine = this.pending();
    this.accept(state.theirs);
    this.current = patched(state.theirs.body, mine);
    this.onMerged(this.current);
    this.enter({ kind: 'saving' });
    this.saveIn(0);
  }

  /** Settles a conflict by taking the other's version; the caller shows it. */
  takeTheirs(): DocumentBodies[Kind] | null {
    const state = this.state.getState();
    if (state.kind !== 'conflict') return null;
    this.accept(state.theirs);
    this.current = state.theirs.body;
    this.nothingToSave();
    return state.theirs.body;
  }

  /** Saves now what waits to be saved. */
  saveNow(): void {
    if (this.pending().length > 0) this.saveIn(0);
  }

  /** Another window has saved a revision: what it changed is taken over. */
  async follow(revision: number): Promise<void> {
    this.announced = Math.max(this.announced, revision);
    const { kind } = this.state.getState();
    // What is announced during a save is looked at when that ends.
    if (revision <= this.revision || this.saving || kind === 'conflict') return;
    const theirs = await this.ports.read().catch(() => null);
    if (theirs && theirs.revision > this.revision && !this.saving) this.merge(theirs);
  }

  /**
   * Resolves when everything is saved.
   *
   * @throws Problem when that can't be, for now
   */
  async settled(): Promise<void> {
    clearTimeout(this.timer);
    while (this.saving) await new Promise((resolve) => setTimeout(resolve, 50));
    await this.save();
    const state = this.state.getState();
    if (state.kind === 'conflict')
      throw new Problem('conflict', 'Settle first which version to keep.');
    if (state.kind === 'away' || state.kind === 'refused')
      throw new Problem('unavailable', state.sentence);
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  /** What is on this screen and not on the server, to be taken along as a file. */
  unsavedCopy(): { readonly body: DocumentBodies[Kind]; readonly tracks: PendingTracks } {
    return { body: this.current, tracks: this.pendingTracks };
  }

  /** What is here and not on the server. */
  private pending(): Patches {
    return this.current === this.saved ? [] : differences(this.saved, this.current);
  }

  private accept({ revision, body }: Pick<Document<Kind>, 'revision' | 'body'>): void {
    this.revision = revision;
    this.saved = body;
  }

  /** Lays what is here over what others have saved; where both changed a record, that is left to choose. */
  private merge(theirs: Document<Kind>): void {
    const mine = this.pending();
    if (collide(differences(this.saved, theirs.body), mine)) {
      return this.enter({ kind: 'conflict', theirs });
    }
    this.accept(theirs);
    this.current = mine.length === 0 ? theirs.body : patched(theirs.body, mine);
    this.onMerged(this.current);
  }

  /** What is on the screen is what is on the server: by undo, or by taking the other's. */
  private nothingToSave(): void {
    clearTimeout(this.timer);
    void this.clearJournal([...this.pendingTracks.keys()]);
    this.enter({ kind: 'saved' });
  }

  private saveIn(milliseconds: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), milliseconds);
    if (this.state.getState().kind === 'saved') this.enter({ kind: 'saving' });
  }

  private async save(): Promise<void> {
    // A save under way looks for newer changes when it ends.
    if (this.saving) return;
    const patches = this.pending();
    if (patches.length === 0) {
      // Changed and undone again during a save.
      if (this.state.getState().kind === 'saving') this.nothingToSave();
      return;
    }
    this.saving = true;
    const sent = this.current;
    try {
      const tracks = await this.sendTracks();
      const outcome = await this.ports.save(this.revision, patches, this.window);
      if (outcome.saved) {
        await this.afterSaving(sent, outcome, tracks);
        // The journal takes its time: what was changed meanwhile is waiting too.
        if (this.current !== this.saved && this.state.getState().kind !== 'conflict')
          this.saveIn(0);
      } else this.enter({ kind: 'conflict', theirs: outcome.current });
    } catch (error) {
      this.afterFailing(error);
    } finally {
      this.saving = false;
    }
    await this.follow(this.announced);
  }

  private async sendTracks(): Promise<string[]> {
    const sent = [...this.pendingTracks.keys()];
    for (const id of sent) {
      await this.ports.storeTrack(this.pendingTracks.get(id)!);
      this.pendingTracks.delete(id);
    }
    return sent;
  }

  private async afterSaving(
    sent: DocumentBodies[Kind],
    { revision, merged }: Extract<SaveOutcome<Kind>, { saved: true }>,
    tracks: readonly string[],
  ): Promise<void> {
    const others = revision > this.revision + 1;
    this.saved = sent;
    if (others && merged) this.merge(merged);
    else this.revision = revision;
    this.ports.announce(revision);
    if (this.state.getState().kind === 'conflict') return;
    if (this.pending().length === 0) {
      this.enter({ kind: 'saved' });
      await this.clearJournal(tracks);
    } else await this.keepJournal();
  }

  private afterFailing(error: unknown): void {
    const away = !(error instanceof Problem) || ['unavailable', 'busy'].includes(error.code);
    this.enter({ kind: away ? 'away' : 'refused', sentence: sentenceOf(error) });
    if (away) this.saveIn(RETRY_AFTER_MS);
  }

  private keepJournal(): Promise<void> {
    return this.keep(() =>
      this.ports.journal.write(this.id, {
        revision: this.revision,
        window: this.window,
        patches: this.pending(),
        tracks: [...this.pendingTracks.keys()],
      }),
    );
  }

  /** Writes to the browser's store, and says whether that went well only when it is known. */
  private async keep(write: () => Promise<void>): Promise<void> {
    try {
      await write();
      if (this.keeping.getState().kind === 'nothing') this.keeping.setState({ kind: 'kept' }, true);
    } catch (error) {
      this.keeping.setState({ kind: 'not kept', sentence: reasonOf(error) }, true);
    }
  }

  private async clearJournal(tracks: readonly string[]): Promise<void> {
    // All is on the server: what can't be removed here does no harm.
    await this.ports.journal.remove(this.id, this.window, tracks).catch(() => undefined);
    if (this.pending().length === 0) this.keeping.setState({ kind: 'nothing' }, true);
  }

  private enter(state: SaveState<Kind>): void {
    this.state.setState(state, true);
  }
}

/** Why the browser keeps nothing. */
function reasonOf(error: unknown): string {
  return (error as { name?: unknown } | null)?.name === 'QuotaExceededError'
    ? 'This browser has no room left to keep your work.'
    : 'This browser does not let Cruvo keep your work.';
}
