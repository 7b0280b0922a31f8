import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Corrections, FitSettings } from '@cruvo/core/mouth';
import { withRecord } from '@cruvo/core/records';
import { castOf, linesOf, speakerOf, type Line, type Scene } from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import { History } from '../history/history';
import type { AnalysedVoice } from '../workers/analyseVoice';

/** A chosen mouth: a line, and a time inside the mouth, from the start of its voice. */
export interface Chosen {
  readonly line: string;
  readonly time: Flicks;
}

export interface SceneState {
  readonly scene: Scene;
  readonly chosen: Chosen | null;
  /** The line that was chosen last; it may be gone. */
  readonly line: string | null;
  /** The cast member that was chosen last; it may be gone. */
  readonly member: string | null;
  /** Whether the stage itself was chosen last, its light and its things, rather than somebody on it. */
  readonly onStage: boolean;
  /** Lines that are chosen together with it; they may be gone. */
  readonly together: ReadonlySet<string>;
  /** Takes, cues and moves that are chosen, by clipKey; they may be gone. */
  readonly clips: ReadonlySet<string>;
  chooseClips(clips: Iterable<string>): void;
  /** Whether voices are heard as they were recorded, without what was done about noise and pitch. */
  readonly asRecorded: boolean;
  hearAsRecorded(asRecorded: boolean): void;
  /** Whether what is dragged on the stage is posed, by keys at the playhead, rather than moved as a whole. */
  readonly posing: boolean;
  pose(posing: boolean): void;
  choose(chosen: Chosen | null): void;
  chooseLine(line: string): void;
  /** Chooses several lines; the last is the one that is worked on. */
  chooseLines(lines: readonly string[]): void;
  chooseMember(member: string): void;
  chooseStage(): void;
  /** What falls or flies whose fields are open; it may be gone. */
  readonly emitter: string | null;
  chooseEmitter(emitter: string | null): void;
  /** The body that is worked on; null: none. */
  readonly body: string | null;
  chooseBody(body: string | null): void;
  /** Changes the scene; one step to undo. */
  edit(change: (scene: Scene) => Scene): void;
  rename(name: string): void;
  changeLine(line: string, change: Partial<Line>): void;
  setFit(line: string, change: Partial<FitSettings>): void;
  setCorrections(line: string, corrections: Corrections): void;
  /** @param unasked whether nobody asked for it: then it is no step to undo */
  takeAnalysis(line: string, heard: AnalysedVoice, unasked?: boolean): void;
  replaceScene(scene: Scene): void;
}

const NONE: ReadonlySet<string> = new Set();
/** Nothing is chosen but what is named beside it. */
const ANEW = {
  ...{ member: null, onStage: false, chosen: null },
  ...{ together: NONE, clips: NONE },
} as const;

/** The scene being worked on, with one history of its changes. What is chosen is no part of that history. */
export function createSceneStore(scene: Scene) {
  const store: StoreApi<SceneState> = createStore<SceneState>()((set, get) => {
    const change = (difference: Partial<Scene>): void =>
      history.change({ ...get().scene, ...difference });
    const changeLine = (id: string, of: (line: Line) => Partial<Line>): void =>
      change({
        lines: withRecord(get().scene.lines, id, (line) => ({ ...line, ...of(line) })),
      });
    return {
      scene,
      ...{
        chosen: null,
        line: null,
        member: null,
        onStage: false,
        emitter: null,
        body: null,
        together: NONE,
        clips: NONE,
        asRecorded: false,
        posing: false,
      },
      hearAsRecorded: (asRecorded) => set({ asRecorded }),
      pose: (posing) => set({ posing }),
      chooseClips: (clips) => {
        const all = new Set(clips);
        set(all.size > 0 ? { clips: all, chosen: null } : { clips: NONE });
      },
      choose: (chosen) =>
        set(chosen ? { ...ANEW, chosen, line: chosen.line } : { chosen, clips: NONE }),
      chooseLine: (line) => set({ ...ANEW, line }),
      chooseLines: (lines) =>
        set({ ...ANEW, line: lines.at(-1) ?? null, together: new Set(lines) }),
      chooseMember: (member) => set({ ...ANEW, member }),
      chooseStage: () => set({ onStage: true }),
      chooseEmitter: (emitter) => set({ emitter }),
      chooseBody: (body) => set({ body }),
      edit: (edit) => history.change(edit(get().scene)),
      rename: (name) => change({ name }),
      changeLine: (line, difference) => changeLine(line, () => difference),
      setFit: (line, fit) => changeLine(line, (one) => ({ fit: { ...one.fit, ...fit } })),
      setCorrections: (line, corrections) => changeLine(line, () => ({ corrections })),
      takeAnalysis: (line, { id: track }, unasked = false) => {
        if (!unasked) return changeLine(line, () => ({ track }));
        const lines = withRecord(get().scene.lines, line, (one) => ({ ...one, track }));
        history.takeOver({ ...get().scene, lines });
      },
      replaceScene: (next) => history.change(next),
    };
  });
  const history: History<Scene> = new History<Scene>(
    () => store.getState().scene,
    (next) => store.setState({ scene: next }),
  );
  return Object.assign(store, { history });
}

/** Who is worked on, and the line: what was chosen, or what comes first. */
export interface Focus {
  readonly member: string | null;
  readonly line: Line | null;
}

/** The lines that are chosen: the one that is worked on, and those together with it, as far as they are there. */
export function chosenLines(state: Pick<SceneState, 'scene' | 'line' | 'member' | 'together'>) {
  const { line } = focusOf(state);
  const ids = new Set(line ? [line.id] : []);
  for (const id of state.together) if (state.scene.lines[id]) ids.add(id);
  return ids;
}

/** What is worked on, by what was chosen last. */
export function focusOf({
  scene,
  line,
  member,
}: Pick<SceneState, 'scene' | 'line' | 'member'>): Focus {
  const lines = linesOf(scene);
  if (member !== null && scene.cast[member]) {
    const own = lines.filter((one) => speakerOf(scene, one) === member);
    return { member, line: own.find(({ id }) => id === line) ?? own[0] ?? null };
  }
  const found = scene.lines[line ?? ''] ?? lines[0] ?? null;
  return { member: found ? speakerOf(scene, found) : (castOf(scene)[0]?.id ?? null), line: found };
}

export type SceneStore = ReturnType<typeof createSceneStore>;
