import { arrayMove } from '@dnd-kit/sortable';
import { X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import {
  MOST_STEPS,
  shapedCurve,
  SHAPING_KINDS,
  USUAL_STEPS,
  type ShapingKind,
  type ShapingStep,
} from '@cruvo/core/reactions';
import { useSortedItem } from '../../shell/useSortedItem';
import { IconButton } from '../../shell/IconButton';
import { SortableList } from '../../shell/SortableList';
import { DrawnCurve } from './DrawnCurve';
import { pathOfStep } from './ReactionStrip';
import { ShareSlider } from './ShareSlider';
import { SHAPING_FIELDS, SHAPING_NAMES } from './words';

/** Steps that do something over time rather than to each value. */
const OVER_TIME: readonly ShapingKind[] = [
  'follow',
  'smooth',
  'delay',
  'spring',
  'hold',
  'gesture',
];

/** How a signal is shaped: a chain of steps, each with a picture of what it makes of what goes in. */
export function ShapingList({
  shaping,
  onChange,
}: {
  shaping: readonly ShapingStep[];
  onChange: (shaping: readonly ShapingStep[]) => void;
}) {
  const ids = shaping.map((_, at) => String(at));
  const place = (from: number, to: number) => onChange(arrayMove([...shaping], from, to));
  return (
    <div>
      <SortableList ids={ids} onPlace={place}>
        {shaping.map((step, at) => (
          <StepRow
            // Steps have no names of their own.
            key={at}
            id={String(at)}
            step={step}
            onChange={(next) => onChange(shaping.with(at, next))}
            onRemove={() => onChange(shaping.toSpliced(at, 1))}
          />
        ))}
      </SortableList>
      {shaping.length < MOST_STEPS && (
        <Form.Select
          size="sm"
          aria-label="Add a step of shaping"
          value=""
          onChange={({ target }) =>
            onChange([...shaping, USUAL_STEPS[target.value as ShapingKind]])
          }
        >
          <option value="">Add a step …</option>
          {SHAPING_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {SHAPING_NAMES[kind]}
            </option>
          ))}
        </Form.Select>
      )}
    </div>
  );
}

function StepRow({
  id,
  step,
  onChange,
  onRemove,
}: {
  id: string;
  step: ShapingStep;
  onChange: (step: ShapingStep) => void;
  onRemove: () => void;
}) {
  const name = SHAPING_NAMES[step.kind];
  const { ref, style, grip } = useSortedItem(
    id,
    `Move ${name}`,
    'Drag up or down; or Space, arrows, Space',
  );
  const { kind } = step;
  return (
    <div ref={ref} className="shaping-step" style={style}>
      <div className="d-flex align-items-center gap-1 small">
        {grip}
        <span className="flex-fill">{name}</span>
        {kind === 'chance' ? null : (
          <svg className="step-picture" viewBox="0 0 40 28" aria-hidden>
            <path d={pathOfStep((curve) => shapedCurve(curve, [step]), OVER_TIME.includes(kind))} />
          </svg>
        )}
        <IconButton icon={X} label={`Remove ${name}`} onClick={onRemove} />
      </div>
      {Object.entries(SHAPING_FIELDS[kind]).map(([key, field]) => (
        <ShareSlider
          key={key}
          field={field}
          name={`${name}: ${field.label}`}
          value={(step as unknown as Record<string, number>)[key]!}
          usual={(USUAL_STEPS[kind] as unknown as Record<string, number>)[key]!}
          onChange={(value) => onChange(inOrder({ ...step, [key]: value }, key))}
        />
      ))}
      {kind === 'curve' && (
        <DrawnCurve points={step.points} onChange={(points) => onChange({ ...step, points })} />
      )}
      {kind === 'limit' && (
        <Form.Check
          id={`soft-${id}`}
          className="small"
          label="Soft"
          checked={step.soft}
          onChange={({ target }) => onChange({ ...step, soft: target.checked })}
        />
      )}
    </div>
  );
}

/** Ends that would pass each other go along with the one that is moved. */
function inOrder(step: ShapingStep, moved: string): ShapingStep {
  if (step.kind === 'limit' && step.least > step.most) {
    return moved === 'least' ? { ...step, most: step.least } : { ...step, least: step.most };
  }
  if (step.kind === 'window' && step.from === step.to) return { ...step, to: step.to + 0.01 };
  return step;
}
