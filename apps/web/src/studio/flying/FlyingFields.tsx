import { emitterOf, MOST_EMITTERS, type Emitter, type ParticlePreset } from '@cruvo/core/particles';
import { inOrder } from '@cruvo/core/records';
import { withEmitter } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';
import { EmitterCard } from './EmitterCard';
import { PresetButtons } from './PresetButtons';

/** What falls and flies in the scene: weather, bursts, and the air that they fly in. */
export function FlyingFields() {
  const { store } = useOpenScene();
  const emitters = useScene(({ scene }) => scene.emitters);
  const chosen = useScene(({ emitter }) => emitter);
  // The nearest first.
  const list = [...inOrder<Emitter>(emitters)].reverse();
  const full = list.length >= MOST_EMITTERS;
  const add = (preset: ParticlePreset) => {
    const id = crypto.randomUUID();
    const seed = Math.floor(Math.random() * 2 ** 32);
    store.getState().edit((scene) => ({
      ...scene,
      emitters: withEmitter(scene.emitters, id, emitterOf(preset, scene.stage, seed)),
    }));
    store.getState().chooseEmitter(id);
  };
  return (
    <>
      <PresetButtons full={full} onChoose={add} />
      {full && (
        <p className="small text-warning-emphasis" role="note">
          A scene has {MOST_EMITTERS} of these at most. Delete some to add others.
        </p>
      )}
      <ul className="emitter-list" aria-label="What falls and flies">
        {list.map((emitter) => (
          <EmitterCard key={emitter.id} emitter={emitter} open={emitter.id === chosen} />
        ))}
      </ul>
    </>
  );
}
