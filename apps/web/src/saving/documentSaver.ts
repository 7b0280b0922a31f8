import { createStore } from 'zustand/vanilla';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { Document, SaveOutcome } from '../api/documents';
import type { HeardVoice } from '../workers/hearVoice';
import type { LocalCopies } from './localCopies';

/** How the document on the screen stands to the one on the server. */
export type SaveState<Kind extends DocumentKind> =
  | { readonly kind: 'saved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'away'; readonly sentence: string }
  | { readonly kind: 'refused'; readonly sentence: string }
  | { readonly kind: 'conflict'; readonly theirs: Document<Kind> };

/** What the saver needs of the world. */
export interface SaverPorts<Kind extends DocumentKind> {
  readonly save: (revision: number, body: DocumentBodies[Kind]) => Promise<SaveOutcome<Kind>>;
  readonly storeTrack: (text: string) => Promise<void>;
  readonly copies: LocalCopies<Kind>;
}

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 2000;

/**
 * Saves a document as it is worked on. Every change is kept in the browser first; then it is saved over
 * the revision that it was made from. If someone else saved in between, nothing is overwritten: the
 * saver waits until one of the two is chosen. While the server is away it tries again and again.
 */
export class DocumentSaver<Kind extends DocumentKind> {
  readonly state = createStore<SaveState<Kind>>(() => ({ kind: 'saved' }));
  private timer: ReturnType<typeof setTimeout> | undefined;
  private saving = false;
  private saved: DocumentBodies[Kind];
  private readonly pendingTracks = new Map<string, string>();

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

  /** Takes up work that an earlier visit left unsaved. */
  resume(
    body: DocumentBodies[Kind],
    revision: number,
    tracks: Readonly<Record<string, string>>,
  ): void {
    this.revision = revision;
    for (const [id, text] of Object.entries(tracks)) this.pendingTracks.set(id, text);
    this.change(body);
  }

  change(body: DocumentBodies[Kind]): void {
    this.current = body;
    if (this.state.getState().kind === 'conflict') void this.keepCopy();
    else if (body === this.saved && !this.saving) this.nothingToSave();
    else {
      void this.keepCopy();
      this.saveIn(SAVE_AFTER_MS);
    }
  }

  addTrack({ id, text }: HeardVoice): void {
    this.pendingTracks.set(id, text);
  }

  /** Settles a conflict by saving what is on this screen over the other. */
  keepMine(): void {
    const state = this.state.getState();
    if (state.kind !== 'conflict') return;
    this.revision = state.theirs.revision;
    this.saved = state.theirs.body;
    this.enter({ kind: 'saving' });
    this.saveIn(0);
  }

  /** Settles a conflict by taking the other's version; the caller shows it. */
  takeTheirs(): DocumentBodies[Kind] | null {
    const state = this.state.getState();
    if (state.kind !== 'conflict') return null;
    this.revision = state.theirs.revision;
    this.saved = state.theirs.body;
    this.current = state.theirs.body;
    this.nothingToSave();
    return state.theirs.body;
  }

  /** Saves now what waits to be saved. */
  saveNow(): void {
    if (this.current !== this.saved) this.saveIn(0);
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

  /** What is on the screen is what is on the server: by undo, or by taking the other's. */
  private nothingToSave(): void {
    clearTimeout(this.timer);
    void this.ports.copies.remove(this.id);
    this.enter({ kind: 'saved' });
  }

  private saveIn(milliseconds: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), milliseconds);
    if (this.state.getState().kind === 'saved') this.enter({ kind: 'saving' });
  }

  private async save(): Promise<void> {
    // A save under way looks for newer changes when it ends.
    if (this.saving || this.current === this.saved) return;
    this.saving = true;
    const sent = this.current;
    try {
      await this.sendTracks();
      const outcome = await this.ports.save(this.revision, sent);
      if (outcome.saved) await this.afterSaving(sent, outcome.revision);
      else this.enter({ kind: 'conflict', theirs: outcome.current });
    } catch (error) {
      this.afterFailing(error);
    } finally {
      this.saving = false;
    }
  }

  private async sendTracks(): Promise<void> {
    for (const [id, text] of this.pendingTracks) {
      await this.ports.storeTrack(text);
      this.pendingTracks.delete(id);
    }
  }

  private async afterSaving(sent: DocumentBodies[Kind], revision: number): Promise<void> {
    this.revision = revision;
    this.saved = sent;
    if (this.current === sent) {
      this.enter({ kind: 'saved' });
      await this.ports.copies.remove(this.id);
    } else {
      await this.keepCopy();
      this.saveIn(0);
    }
  }

  private afterFailing(error: unknown): void {
    const away = !(error instanceof Problem) || error.code === 'unavailable';
    this.enter({ kind: away ? 'away' : 'refused', sentence: sentenceOf(error) });
    if (away) this.saveIn(RETRY_AFTER_MS);
  }

  private keepCopy(): Promise<void> {
    const tracks = Object.fromEntries(this.pendingTracks);
    return this.ports.copies.write(this.id, {
      revision: this.revision,
      body: this.current,
      tracks,
    });
  }

  private enter(state: SaveState<Kind>): void {
    this.state.setState(state, true);
  }
}
