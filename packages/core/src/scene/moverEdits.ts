import type { ControlOrigin } from '../controls';
import { withRecord } from '../records';
import type { Scene } from './scene';

/** Whether what moves a control is a record of the scene, and can be muted there. */
export function isInScene(
  scene: Pick<Scene, 'reactions' | 'takes' | 'cues' | 'keys' | 'moves'>,
  { kind, id }: ControlOrigin,
): boolean {
  return Object.hasOwn(scene[TABLES[kind]], id);
}

/** A scene in which something that moves controls is muted, or counts again. */
export function withMoverMuted(scene: Scene, { kind, id }: ControlOrigin, muted: boolean): Scene {
  const set = <Item extends { readonly muted: boolean }>(item: Item): Item => ({ ...item, muted });
  switch (kind) {
    case 'reaction':
      return { ...scene, reactions: withRecord(scene.reactions, id, set) };
    case 'take':
      return { ...scene, takes: withRecord(scene.takes, id, set) };
    case 'keys':
      return { ...scene, keys: withRecord(scene.keys, id, set) };
    // A cue is laid down or not.
    case 'cue':
      return scene;
    case 'move':
      return { ...scene, moves: withRecord(scene.moves, id, set) };
  }
}

/** A scene in which of several things only one counts; all of them where it is the only one already. */
export function withMoverAlone(
  scene: Scene,
  all: readonly (ControlOrigin & { readonly muted: boolean })[],
  alone: ControlOrigin,
): Scene {
  const others = all.filter((one) => one.kind !== alone.kind || one.id !== alone.id);
  const muted = others.some((one) => !one.muted);
  return others.reduce(
    (now, one) => withMoverMuted(now, one, muted),
    withMoverMuted(scene, alone, false),
  );
}

const TABLES = {
  reaction: 'reactions',
  take: 'takes',
  cue: 'cues',
  keys: 'keys',
  move: 'moves',
} as const;
