import { inOrder, inTable, withoutRecord } from '../records';
import type { TakeClip } from '../passes';
import type { Flicks } from '../time';
import type { Scene } from './scene';

/** Something laid down in a scene that has a beginning: a take, a cue or a move. */
export interface ClipRef {
  readonly kind: 'take' | 'cue' | 'move';
  readonly id: string;
}

const TABLES = { take: 'takes', cue: 'cues', move: 'moves' } as const;

/** Clips as texts, so that sets can hold them. */
export const clipKey = ({ kind, id }: ClipRef) => `${kind} ${id}`;

/** The clips that are named and still there. */
export function clipsOf(scene: Scene, keys: Iterable<string>): readonly ClipRef[] {
  return [...keys].flatMap((key): ClipRef[] => {
    const [kind, id] = [key.slice(0, key.indexOf(' ')), key.slice(key.indexOf(' ') + 1)];
    if (!Object.hasOwn(TABLES, kind)) return [];
    const ref = { kind: kind as ClipRef['kind'], id };
    return Object.hasOwn(scene[TABLES[ref.kind]], id) ? [ref] : [];
  });
}

/** A scene without some clips. */
export function withoutClips(scene: Scene, refs: readonly ClipRef[]): Scene {
  return refs.reduce<Scene>(
    (now, { kind, id }) => ({
      ...now,
      [TABLES[kind]]: withoutRecord(now[TABLES[kind]] as never, id),
    }),
    scene,
  );
}

/** A scene with clips laid down once more: the first of them at a time, the others as far after it as they were. */
export function withClipsAgain(
  scene: Scene,
  refs: readonly ClipRef[],
  at: Flicks,
  newId: () => string,
): { readonly scene: Scene; readonly refs: readonly ClipRef[] } {
  const startOf = ({ kind, id }: ClipRef) => scene[TABLES[kind]][id]!.start;
  const by = at - Math.min(...refs.map(startOf));
  const made: ClipRef[] = [];
  const next = refs.reduce<Scene>((now, ref) => {
    const id = newId();
    made.push({ kind: ref.kind, id });
    const start = startOf(ref) + by;
    if (ref.kind === 'take') {
      const copy = { ...scene.takes[ref.id]!, id, start };
      return { ...now, takes: inTable<TakeClip>([...inOrder(now.takes), copy]) };
    }
    // What goes along with a word does so where it was; the copy stays where it is laid.
    const copy =
      ref.kind === 'cue'
        ? { ...scene.cues[ref.id]!, id, start, hook: null }
        : { ...scene.moves[ref.id]!, id, start };
    return { ...now, [TABLES[ref.kind]]: { ...now[TABLES[ref.kind]], [id]: copy } };
  }, scene);
  return { scene: next, refs: made };
}
