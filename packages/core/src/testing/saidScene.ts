import { bodyControlId, withControl, withNewControl, withStop, withStopParts } from '../character';
import { compile, Player, type SceneMaterial } from '../program';
import { withReaction, type SceneReaction } from '../reactions';
import { textLine } from '../scene';
import { toFlicks } from '../time';
import { richScene } from './richScene';
import { hash } from './testScene';
import { testTrack } from './testTrack';

export const MEMBER = 'chart';
export const NOD = bodyControlId('nod');
/** The rich scene, in which one line of two seconds is said: loud from 0.5 to 1.5 s. */
export function saidScene(...reactions: Partial<SceneReaction>[]): SceneMaterial {
  const rich = richScene();
  const character = ['nod', 'turn'].reduce((now, id) => {
    const made = withControl(withNewControl(now, id, id), id, { min: -1, max: 2 });
    return withStopParts(withStop(made, id, 2), id, 2, ['head'], (part) => ({ ...part, y: 10 }));
  }, rich.characters.get('chart')!);
  const row = Object.values(rich.scene.rows).find(({ target }) => target === MEMBER)!.id;
  const line = { ...textLine({ id: 'said', row, name: 'Said', start: 0 }), track: hash('d') };
  const duration = toFlicks(2);
  return {
    ...rich,
    characters: new Map([...rich.characters, ['chart', character]]),
    tracks: new Map([[hash('d'), testTrack([0, 0.5], [10, 1, 'a'], [0, 0.5])]]),
    scene: {
      ...rich.scene,
      lines: { said: { ...line, duration, length: duration } },
      reactions: reactions.reduce(
        (table, change, at) =>
          withReaction<SceneReaction>(table, { ...LOUD, id: `r${at}`, ...change }),
        {} as SceneMaterial['scene']['reactions'],
      ),
    },
  };
}
/** A reaction that nods while its member speaks. */
export const LOUD: Omit<SceneReaction, 'order'> = {
  ...{ id: 'loud', member: MEMBER, name: 'Loud', signal: { kind: 'speaking', of: 'own' } },
  ...{ low: null, high: null, shaping: [], targets: [{ control: NOD, amount: 0.5 }] },
  ...{ mix: 'add', weight: 1, muted: false, stretch: null },
};

/** The value of a control at a time in seconds. */
export function valueAt(of: SceneMaterial, time: number, id = NOD): number {
  const program = compile(of);
  const values = new Player(program).valuesAt(MEMBER, toFlicks(time))!;
  return program.memos.get(MEMBER)!.value.controls.range(values, id);
}
/** Why reactions move nothing. */
export const problems = (of: SceneMaterial) =>
  compile(of)
    .memos.get(MEMBER)!
    .value.reactions.value.map(({ problem }) => problem);
