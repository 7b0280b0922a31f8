import {
  ChevronDown,
  ChevronRight,
  FlipHorizontal2,
  FoldVertical,
  Play,
  Trash2,
  UnfoldVertical,
  X,
} from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import {
  FARTHEST_VALUE,
  partsOfControl,
  stopAt,
  withControl,
  withControlMirrored,
  withoutControl,
  withoutStop,
  withStopCopied,
  type BodyControl,
  type Easing,
} from '@cruvo/core/character';
import { useSortedItem } from '../../shell/useSortedItem';
import { IconButton } from '../../shell/IconButton';
import { LabelledSelect } from '../../shell/LabelledSelect';
import { NameField } from '../../shell/NameField';
import { Figure } from '../../shell/fields';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { stopHere, valueOf } from '../controlActions';
import { stopSweep, sweep } from '../sweep';
import { Drives } from './Drives';
import { Slider } from './Slider';

const EASING_NAMES: Record<Easing, string> = {
  linear: 'evenly',
  eased: 'with a slow start and end',
  held: 'all at once at the next stop',
  cut: 'all at once half-way',
};
/** Steps of a slider over its whole range. */
const STEPS = 200;

/** A control: its slider, which plays with the character; opened, its stops, and what they touch. */
export function ControlCard({ control }: { control: BodyControl }) {
  const { store } = useOpenCharacter();
  const { id, name, min, max, rest } = control;
  const value = useCharacter((state) => valueOf(state, id));
  const open = useCharacter((state) => state.posing === id);
  const folded = useCharacter((state) => state.folded.has(id));
  const { ref, style, isDragging, grip } = useSortedItem(
    id,
    `Move ${name} up or down`,
    'Drag up or down; or Space, arrows, Space',
  );
  const { change, setValue, pose } = store.getState();
  const step = (max - min) / STEPS;
  /** Near a stop, and at rest, the slider stays there. */
  const near = (wanted: number) =>
    [rest, ...control.stops.map(({ at }) => at)].find((at) => Math.abs(at - wanted) < 2 * step) ??
    wanted;
  return (
    <section
      ref={ref}
      className={`control-card ${isDragging ? 'dragged' : ''}`}
      style={style}
      aria-label={name}
    >
      <div className="d-flex align-items-center gap-1">
        {grip}
        <button
          type="button"
          className="row-fold"
          aria-expanded={open}
          aria-label={`Stops of ${name}`}
          onClick={() => pose(open ? null : id)}
        >
          {open ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
        </button>
        <span className="flex-fill text-truncate">
          <NameField
            name={name}
            label={`Name of ${name}`}
            title="Rename the control"
            onRename={(wanted) => change((before) => withControl(before, id, { name: wanted }))}
          />
        </span>
        <span className="quiet figures small">{value.toFixed(2)}</span>
        <IconButton
          icon={folded ? UnfoldVertical : FoldVertical}
          label={folded ? `Show the slider of ${name}` : `Fold ${name} away`}
          onClick={() => store.getState().fold(toggled(store.getState().folded, id))}
        />
        <IconButton
          icon={Play}
          label={`Play ${name} from end to end`}
          onClick={() => sweep(store, [id])}
        />
        <IconButton
          icon={FlipHorizontal2}
          label={`Make one for the other side of ${name}`}
          onClick={() => change((before) => withControlMirrored(before, id, crypto.randomUUID()))}
        />
        <IconButton
          icon={Trash2}
          label={`Delete ${name}`}
          onClick={() => change((before) => withoutControl(before, id))}
        />
      </div>
      {!folded && (
        <Form.Range
          aria-label={`Value of ${name}`}
          title="Double-click: back to rest"
          {...{ min, max, step, value }}
          list={`stops-${id}`}
          onPointerDown={stopSweep}
          onChange={({ target }) => setValue(id, near(Number(target.value)))}
          onDoubleClick={() => setValue(id, rest)}
        />
      )}
      <datalist id={`stops-${id}`}>
        {control.stops.map(({ at }) => (
          <option key={at} value={at} />
        ))}
      </datalist>
      {open && <Stops control={control} value={value} />}
    </section>
  );
}

function toggled(all: ReadonlySet<string>, id: string): ReadonlySet<string> {
  const next = new Set(all);
  if (!next.delete(id)) next.add(id);
  return next;
}

function Stops({ control, value }: { control: BodyControl; value: number }) {
  const { store } = useOpenCharacter();
  const { id, name, min, max, rest, easing, stops } = control;
  const { change, setValue, choose } = store.getState();
  const parts = useCharacter(({ character }) => character.parts);
  const set = (fields: Partial<BodyControl>) => change((before) => withControl(before, id, fields));
  const touched = partsOfControl(control);
  return (
    <div className="small">
      <div className="d-flex flex-wrap gap-1 mb-1" role="group" aria-label={`Stops of ${name}`}>
        {stops.map(({ at }) => (
          <span key={at} className={`stop-chip ${at === value ? 'here' : ''}`}>
            <button type="button" title="Go to this stop" onClick={() => setValue(id, at)}>
              {at.toFixed(2)}
            </button>
            <button
              type="button"
              aria-label={`Delete the stop at ${at.toFixed(2)}`}
              onClick={() => change((before) => withoutStop(before, id, at))}
            >
              <X size={12} aria-hidden />
            </button>
          </span>
        ))}
        {!stopAt(control, value) && (
          <Button size="sm" className="py-0" onClick={() => stopHere(store, id)}>
            Stop here
          </Button>
        )}
        {!stopAt(control, value) && stops.length > 0 && (
          <Form.Select
            size="sm"
            className="copy-stop"
            aria-label="Stop here as at another stop"
            value=""
            onChange={({ target }) =>
              change((before) => withStopCopied(before, id, Number(target.value), value))
            }
          >
            <option value="">as at …</option>
            {stops.map(({ at }) => (
              <option key={at} value={at}>
                as at {at.toFixed(2)}
              </option>
            ))}
          </Form.Select>
        )}
      </div>
      {touched.length > 0 && (
        <p className="mb-1">
          Touches{' '}
          {touched.map((part) => (
            <Button
              key={part}
              size="sm"
              variant="link"
              className="p-0 me-1 align-baseline"
              onClick={() => choose([part])}
            >
              {parts[part]?.name ?? part}
            </Button>
          ))}
        </p>
      )}
      <LabelledSelect
        label="Between stops"
        value={easing}
        options={EASING_NAMES}
        onChange={(wanted) => set({ easing: wanted })}
      />
      <Slider
        label="Goes along with the mouth"
        value={control.withMouth}
        {...{ min: -1, max: 1 }}
        onChange={(withMouth) => set({ withMouth })}
      />
      <Drives control={control} />
      <div className="number-grid">
        <Figure
          label="From"
          value={min}
          {...{ min: -FARTHEST_VALUE, max: max - 0.1 }}
          onChange={(from) => set({ min: from })}
        />
        <Figure label="Rest" value={rest} {...{ min, max }} onChange={(at) => set({ rest: at })} />
        <Figure
          label="To"
          value={max}
          {...{ min: min + 0.1, max: FARTHEST_VALUE }}
          onChange={(to) => set({ max: to })}
        />
      </div>
      <div className="d-flex flex-wrap gap-1 mt-1">
        <Button
          size="sm"
          variant="quiet"
          disabled={value >= rest}
          title="Push it as far as it may go, then say so"
          onClick={() => set({ min: value })}
        >
          No less than here
        </Button>
        <Button
          size="sm"
          variant="quiet"
          disabled={value <= rest}
          title="Push it as far as it may go, then say so"
          onClick={() => set({ max: value })}
        >
          No more than here
        </Button>
      </div>
    </div>
  );
}
