import { Form } from 'react-bootstrap';
import { USUAL_PHYSICS, type PhysicsSettings } from '@cruvo/core/scene';
import { Switch } from '../../shell/fields';
import { ShareSlider } from '../life/ShareSlider';
import { useOpenScene, useScene } from '../SceneContext';
import { inPercent, type NumberField } from '../life/words';

const windInWords = (wind: number) =>
  wind === 0 ? 'still' : `${inPercent(Math.abs(wind))} ${wind > 0 ? '→' : '←'}`;

const WIND: NumberField = {
  ...{ label: 'Wind', min: -1, max: 1, step: 0.05 },
  inWords: windInWords,
};
const GRAVITY: NumberField = {
  ...{ label: 'Gravity', min: -2, max: 3, step: 0.1 },
  inWords: (value) => `${value.toFixed(1)} g`,
};
const SIDES = ['left', 'right', 'top', 'bottom'] as const;

/** Wind, gravity, the edges of the stage, and whether the air is full when the scene begins. */
export function AirFields() {
  const { store } = useOpenScene();
  const physics = useScene(({ scene }) => scene.physics);
  const flies = useScene(({ scene }) => Object.keys(scene.emitters).length > 0);
  const falls = useScene(({ scene }) => Object.keys(scene.bodies).length > 0);
  const change = (fields: Partial<PhysicsSettings>) =>
    store.getState().edit((scene) => ({ ...scene, physics: { ...scene.physics, ...fields } }));
  if (!flies && !falls) return null;
  return (
    <section aria-label="The air">
      <hr />
      <h2 className="h6">Gravity and air</h2>
      <ShareSlider
        field={WIND}
        value={physics.wind}
        usual={USUAL_PHYSICS.wind}
        onChange={(wind) => change({ wind })}
      />
      <ShareSlider
        field={GRAVITY}
        value={physics.gravity}
        usual={USUAL_PHYSICS.gravity}
        onChange={(gravity) => change({ gravity })}
      />
      <fieldset className="d-flex flex-wrap gap-2 small mt-1">
        <legend className="small quiet mb-0">Edges of the stage that nothing leaves by</legend>
        {SIDES.map((side) => (
          <Form.Check
            key={side}
            id={`edge-${side}`}
            label={side}
            checked={physics.edges[side]}
            onChange={({ target }) =>
              change({ edges: { ...physics.edges, [side]: target.checked } })
            }
          />
        ))}
      </fieldset>
      <Switch
        id="air-settled"
        label={
          falls
            ? 'Already at rest, and in the air, when the scene begins'
            : 'Already in the air when the scene begins'
        }
        checked={physics.settled}
        onChange={(settled) => change({ settled })}
      />
    </section>
  );
}
