import { X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import type { Character } from '@cruvo/core/character';
import {
  CUE_MODES,
  CUE_OTHERS,
  isCueKey,
  type Cue,
  type CueAction,
  type CueMode,
  type CueOthers,
} from '@cruvo/core/cues';
import { chartOf, isContinuous } from '@cruvo/core/mouth';
import type { MovedProgram } from '@cruvo/core/program';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../../shell/IconButton';
import { MoreMenu } from '../../../shell/MoreMenu';
import { NameField } from '../../../shell/NameField';
import { ControlOptions } from '../../life/ControlOptions';
import { ShareSlider } from '../../life/ShareSlider';
import type { NumberField } from '../../life/words';
import { MODE_OF_CUE, OTHERS_OF_CUE } from '../words';
import { FlipFields } from './FlipFields';
import type { CueActions } from './useCues';

const seconds = (label: string, least: number, most: number): NumberField => ({
  ...{ label, min: least, max: most, step: 0.05 },
  inWords: (value) => `${value.toFixed(2)} s`,
});
const COMES = seconds('Comes in', 0, 2);
const GOES = seconds('Goes in', 0, 2);
const LASTS = seconds('Lasts', 0.05, 10);
const AMOUNT: NumberField = {
  ...{ label: 'Amount', min: -1, max: 1, step: 0.01 },
  inWords: (value) => `${Math.round(100 * value)} %`,
};

/** What a cue does, at which key, and for how long. */
export function CueFields({
  cue,
  own,
  character,
  member,
  actions,
  onClose,
}: {
  cue: Cue;
  own: MovedProgram;
  character: Character;
  member: string;
  actions: CueActions;
  onClose: () => void;
}) {
  const { id, name, key, action, mode, lasts, easeIn, easeOut, group } = cue;
  const set = (fields: Partial<Cue>) => actions.set(id, fields);
  const others = actions.cues.filter((one) => one.id !== id);
  const setKey = (typed: string) => {
    const next = typed.slice(-1).toLowerCase();
    if (next === '') return set({ key: null });
    // One key fires one cue.
    if (isCueKey(next) && !others.some((one) => one.key === next)) set({ key: next });
  };
  return (
    <section className="control-card reaction" aria-label={`The cue ${name}`}>
      <div className="d-flex align-items-center gap-1 small">
        <span className="flex-fill text-truncate">
          <NameField
            name={name}
            label="Name of the cue"
            title={name}
            onRename={(next) => set({ name: next })}
          />
        </span>
        <Form.Control
          size="sm"
          className="cue-key"
          aria-label={`Key of ${name}`}
          title="The key that fires it"
          placeholder="key"
          value={key?.toUpperCase() ?? ''}
          onChange={({ target }) => setKey(target.value)}
        />
        <MoreMenu
          name={name}
          align="end"
          entries={[
            ['Lay down at the playhead', () => actions.lay(cue)],
            ['Delete from the character', () => (actions.remove(id), onClose())],
          ]}
        />
      </div>
      <ActionFields {...{ action, own, character, member }} set={(next) => set({ action: next })} />
      <Form.Select
        size="sm"
        className="my-1"
        aria-label="How long it is on"
        value={mode}
        onChange={({ target }) => set({ mode: target.value as CueMode })}
      >
        {CUE_MODES.map((one) => (
          <option key={one} value={one}>
            {MODE_OF_CUE[one]}
          </option>
        ))}
      </Form.Select>
      <ShareSlider
        field={LASTS}
        value={toSeconds(lasts)}
        onChange={(value) => set({ lasts: toFlicks(value) })}
      />
      <ShareSlider
        field={COMES}
        value={toSeconds(easeIn)}
        onChange={(value) => set({ easeIn: toFlicks(value) })}
      />
      <ShareSlider
        field={GOES}
        value={toSeconds(easeOut)}
        onChange={(value) => set({ easeOut: toFlicks(value) })}
      />
      <Form.Select
        size="sm"
        className="mt-1"
        aria-label="What becomes of other cues"
        value={cue.others}
        onChange={({ target }) => set({ others: target.value as CueOthers })}
      >
        {CUE_OTHERS.map((one) => (
          <option key={one} value={one}>
            {OTHERS_OF_CUE[one]}
          </option>
        ))}
      </Form.Select>
      <Form.Control
        size="sm"
        className="mt-1"
        aria-label="Group"
        title="Of cues of one group only one is on at a time"
        placeholder="Group: only one of it at a time"
        defaultValue={group}
        maxLength={100}
        onBlur={({ target }) => target.value !== group && set({ group: target.value.trim() })}
      />
    </section>
  );
}

function ActionFields({
  action,
  own,
  character,
  member,
  set,
}: {
  action: CueAction;
  own: MovedProgram;
  character: Character;
  member: string;
  set: (action: CueAction) => void;
}) {
  const moves = Object.values(own.knownMoves);
  const drawings =
    character.mouth && !isContinuous(character.mouth) ? chartOf(character.mouth).drawings : [];
  const reactions = own.reactions.value.map(({ reaction }) => reaction);
  const choices: readonly (readonly [string, CueAction, string])[] = [
    ['pose', { kind: 'pose', targets: [] }, 'Sets controls'],
    ...drawings.map(
      ({ drawing, label }) =>
        [`mouth ${drawing}`, { kind: 'mouth', drawing }, `Mouth: ${label}`] as const,
    ),
    ...(drawings.length > 0
      ? [
          [
            'flip',
            { kind: 'flip', control: 'mouth.drawing', drawings: [], rate: 12, runs: 'once' },
            'A run of the mouth’s drawings',
          ] as const,
        ]
      : []),
    ...moves.map(
      ({ id, name }) => [`move ${id}`, { kind: 'move', move: id }, `Move: ${name}`] as const,
    ),
    ...reactions.map(
      ({ id, name }) =>
        [`reaction ${id}`, { kind: 'reaction', reaction: id }, `Reaction: ${name}`] as const,
    ),
  ];
  const now = choiceOf(action);
  return (
    <>
      <Form.Select
        size="sm"
        aria-label="What it does"
        value={now}
        onChange={({ target }) => set(choices.find(([id]) => id === target.value)![1])}
      >
        {!choices.some(([id]) => id === now) && <option value={now}>Something that is gone</option>}
        {choices.map(([id, , label]) => (
          <option key={id} value={id}>
            {label}
          </option>
        ))}
      </Form.Select>
      {action.kind === 'flip' && <FlipFields {...{ action, drawings, set }} />}
      {action.kind === 'pose' && (
        <div className="d-grid gap-1 mt-1">
          {action.targets.map(({ control, amount }, at) => {
            const change = (fields: object) =>
              set({ ...action, targets: action.targets.with(at, { control, amount, ...fields }) });
            return (
              <div key={at}>
                <div className="d-flex gap-1">
                  <Form.Select
                    size="sm"
                    aria-label={`What it sets, ${at + 1}`}
                    value={control}
                    onChange={({ target }) => change({ control: target.value })}
                  >
                    <ControlOptions member={member} chosen={control} />
                  </Form.Select>
                  <IconButton
                    icon={X}
                    label={`Set ${at + 1} no more`}
                    onClick={() => set({ ...action, targets: action.targets.toSpliced(at, 1) })}
                  />
                </div>
                <ShareSlider
                  field={AMOUNT}
                  name={`Amount ${at + 1}`}
                  value={amount}
                  usual={1}
                  onChange={(value) => change({ amount: value })}
                />
              </div>
            );
          })}
          <Form.Select
            size="sm"
            aria-label="Set another control"
            value=""
            onChange={({ target }) =>
              set({ ...action, targets: [...action.targets, { control: target.value, amount: 1 }] })
            }
          >
            <ControlOptions member={member} chosen="" />
          </Form.Select>
        </div>
      )}
    </>
  );
}

/** Which of the choices an action is. */
function choiceOf(action: CueAction): string {
  switch (action.kind) {
    case 'mouth':
      return `mouth ${action.drawing}`;
    case 'move':
      return `move ${action.move}`;
    case 'reaction':
      return `reaction ${action.reaction}`;
    case 'pose':
    case 'flip':
      return action.kind;
  }
}
