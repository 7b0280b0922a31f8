import { Button, Form } from 'react-bootstrap';
import { FONT_LABELS, type FontName } from '@cruvo/core/lettering';
import {
  kindOfCaption,
  LETTER_SIZE,
  linesOf,
  USUAL_CAPTIONS,
  type CaptionAppears,
  type CaptionKind,
  type CaptionPlace,
  type CaptionSettings,
  type LetteringLook,
} from '@cruvo/core/scene';
import { Colour } from '../../shell/fields';
import { LabelledSelect } from '../../shell/LabelledSelect';
import { Segments } from '../../shell/Segments';
import { useOpenScene, useScene } from '../SceneContext';
import { Amount } from '../voice/Amount';

const KINDS: readonly (readonly [CaptionKind, name: string, hint: string])[] = [
  ['none', 'Nothing', 'No words on the stage, but for lines that ask for them'],
  ['caption', 'Captions', 'What is said stands along an edge of the stage'],
  ['bubble', 'Bubbles', 'What is said stands in a bubble beside who says it'],
];

/** What is written on the stage of all lines, and how captions and speech bubbles look. */
export function CaptionFields() {
  const { store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const settings = scene.captions;
  const change = (fields: Partial<CaptionSettings>) =>
    store.getState().edit((now) => ({ ...now, captions: { ...now.captions, ...fields } }));
  const used = new Set([
    settings.kind,
    ...linesOf(scene).map((line) => kindOfCaption(line, settings)),
  ]);
  const own = linesOf(scene).filter(({ caption }) => caption.kind !== null);
  const follow = () =>
    store.getState().edit((now) => ({
      ...now,
      lines: Object.fromEntries(
        Object.entries(now.lines).map(([id, line]) => [
          id,
          { ...line, caption: { ...line.caption, kind: null } },
        ]),
      ),
    }));
  return (
    <>
      <Segments
        label="What lines show"
        name="captions"
        options={KINDS}
        value={settings.kind}
        onChange={(kind) => change({ kind })}
      />
      {own.length > 0 && (
        <p className="small quiet mb-2">
          {own.length === 1 ? 'One line shows' : `${own.length} lines show`} something of its own.{' '}
          <Button size="sm" variant="link" className="p-0 align-baseline" onClick={follow}>
            Let all follow the scene
          </Button>
        </p>
      )}
      {used.has('caption') && (
        <LookFields
          name="Captions"
          look={settings.caption}
          onChange={(fields) => change({ caption: { ...settings.caption, ...fields } })}
        >
          <LabelledSelect
            label="Where"
            value={settings.caption.place}
            options={{ bottom: 'at the bottom', top: 'at the top' }}
            onChange={(place: CaptionPlace) => change({ caption: { ...settings.caption, place } })}
          />
        </LookFields>
      )}
      {used.has('bubble') && (
        <LookFields
          name="Bubbles"
          look={settings.bubble}
          onChange={(fields) => change({ bubble: { ...settings.bubble, ...fields } })}
        />
      )}
      {(used.has('caption') || used.has('bubble')) && (
        <p className="small quiet mb-0">Drag them on the stage to place those of one line.</p>
      )}
    </>
  );
}

function LookFields({
  name,
  look,
  onChange,
  children,
}: {
  name: string;
  look: LetteringLook;
  onChange: (fields: Partial<LetteringLook>) => void;
  children?: React.ReactNode;
}) {
  const usual = name === 'Captions' ? USUAL_CAPTIONS.caption : USUAL_CAPTIONS.bubble;
  return (
    <fieldset className="caption-look mb-2">
      <legend className="small fw-semibold mb-1">{name}</legend>
      <LabelledSelect
        label="Font"
        value={look.font}
        options={FONT_LABELS}
        onChange={(font: FontName) => onChange({ font })}
      />
      <LabelledSelect
        label="Come up"
        value={look.appears}
        options={{ whole: 'at once', words: 'word by word' }}
        onChange={(appears: CaptionAppears) => onChange({ appears })}
      />
      {children}
      <Amount
        label={`${name}, size of letters`}
        shown={`${(100 * look.size).toFixed(1)} %`}
        value={look.size}
        {...{ min: LETTER_SIZE.least, max: LETTER_SIZE.most, step: 0.005 }}
        onChange={(size) => onChange({ size })}
      />
      <div className="d-flex flex-wrap column-gap-3">
        <Colour
          label="Letters"
          id={`${name}-letters`}
          value={look.color}
          onChange={(color) => onChange({ color })}
        />
        {look.ground !== null && (
          <Colour
            label="Behind them"
            id={`${name}-ground`}
            value={look.ground}
            onChange={(ground) => onChange({ ground })}
          />
        )}
        <Form.Check
          id={`${name}-bare`}
          className="small"
          label="Letters alone"
          title="Nothing behind the letters; they have an edge instead"
          checked={look.ground === null}
          onChange={({ target }) => onChange({ ground: target.checked ? null : usual.ground })}
        />
      </div>
    </fieldset>
  );
}
