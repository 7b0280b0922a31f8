import { canBeHeld, BODY_LAYERS, type Body } from '@cruvo/core/bodies';
import { withRecord } from '@cruvo/core/records';
import { newBody, STAGE, withoutBody } from '@cruvo/core/scene';
import { Segments } from '../../shell/Segments';
import { Switch } from '../../shell/fields';
import { ThingRow } from '../scene/ThingRow';
import { useOpenScene, useProgram, useScene } from '../SceneContext';
import { CueChoice } from './CueChoice';
import { LinkFields } from './LinkFields';
import { MatterFields } from './MatterFields';
import { useTracedOutline } from './useTracedOutline';
import { BODY_KINDS_IN_WORDS, SHAPES_IN_WORDS } from './words';

/** A body: what it is, the shape that meets others, what it is like, and what holds it. */
export function BodyCard({ body, open }: { body: Body; open: boolean }) {
  const { store, characters } = useOpenScene();
  const trace = useTracedOutline();
  const scene = useScene((state) => state.scene);
  const program = useProgram();
  const { id, name, muted, member, part } = body;
  const state = store.getState();
  const change = (fields: Partial<Body>) =>
    state.edit((before) => ({
      ...before,
      bodies: withRecord(before.bodies, id, (one) => ({ ...one, ...fields })),
    }));
  const owner = member === STAGE ? scene.backdrop : characters.get(scene.cast[member]!.character);
  const reshape = (kind: Body['shape']['kind']) =>
    change({
      shape: kind === 'outline' ? newBody(body, body.kind, trace(member, part)).shape : { kind },
    });
  const made = program.bodies.value?.owners.flatMap(({ bodies }) => bodies);
  const isShapeless =
    made !== undefined && owner?.parts[part] && !muted && !made.some((one) => one.body.id === id);
  return (
    <li className={`emitter ${open ? 'open' : ''}`}>
      <ThingRow
        {...{ name, muted, open }}
        onToggle={() => state.chooseBody(open ? null : id)}
        onChange={change}
        onDelete={() => state.edit((before) => withoutBody(before, id))}
      >
        <span className="small quiet text-nowrap">
          {BODY_KINDS_IN_WORDS.find(([kind]) => kind === body.kind)![1].toLowerCase()}
        </span>
      </ThingRow>
      {owner && !owner.parts[part] && (
        <p className="small text-warning-emphasis mb-1" role="note">
          Its part is gone from the drawing. Delete this body, or bring the part back.
        </p>
      )}
      {isShapeless && (
        <p className="small text-warning-emphasis mb-1" role="note">
          Its shape has no area, so it meets nothing. Choose another shape, or another part.
        </p>
      )}
      {open && (
        <div className="emitter-fields">
          <Segments
            label={`What ${name} is`}
            name={`kind-${id}`}
            options={BODY_KINDS_IN_WORDS}
            value={body.kind}
            onChange={(kind) => change({ kind })}
          />
          <Segments
            label={`Shape of ${name}`}
            name={`shape-${id}`}
            options={SHAPES_IN_WORDS}
            value={body.shape.kind}
            onChange={reshape}
          />
          {canBeHeld(body) && (
            <>
              <Switch
                id={`held-${id}`}
                label="Held in its place until it is let go"
                checked={body.held}
                onChange={(held) => change({ held })}
              />
              <CueChoice
                label={body.held ? 'Let go while' : 'Held while'}
                cue={body.cue}
                onChange={(cue) => change({ cue })}
              />
            </>
          )}
          <MatterFields body={body} onChange={change} />
          <Layers layers={body.layers} onChange={(layers) => change({ layers })} />
          <LinkFields body={body} />
        </div>
      )}
    </li>
  );
}

/** In which layers a body is: those that share one meet each other. */
function Layers({ layers, onChange }: { layers: number; onChange: (layers: number) => void }) {
  return (
    <div
      className="d-flex align-items-center gap-1 small mt-1"
      role="group"
      aria-label="Layers of what it meets"
      title="Bodies meet those that share a layer with them"
    >
      <span className="quiet me-1">Meets those in layer</span>
      {Array.from({ length: BODY_LAYERS }, (_, at) => {
        const [bit, on] = [1 << at, (layers & (1 << at)) !== 0];
        return (
          <button
            key={bit}
            type="button"
            className={`btn btn-sm py-0 ${on ? 'btn-secondary' : 'btn-outline-secondary'}`}
            aria-pressed={on}
            disabled={layers === bit}
            onClick={() => onChange(layers ^ bit)}
          >
            {at + 1}
          </button>
        );
      })}
    </div>
  );
}
