import { FlipVertical2, X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { flipped, type ReactionTarget } from '@cruvo/core/reactions';
import { IconButton } from '../../shell/IconButton';
import { ControlOptions } from './ControlOptions';
import { ShareSlider } from './ShareSlider';
import type { ReactionFieldsProps } from './useReactions';
import type { NumberField } from './words';

const AMOUNT: NumberField = {
  ...{ label: 'Amount', min: -2, max: 2, step: 0.01 },
  inWords: (value) => `${Math.round(100 * value)} %`,
};
const MOST = 32;

/** What a reaction moves, each by its own amount. */
export function TargetList({ reaction, member, set }: ReactionFieldsProps) {
  const { targets } = reaction;
  const change = (at: number, fields: Partial<ReactionTarget>) =>
    set({ targets: targets.with(at, { ...targets[at]!, ...fields }) });
  return (
    <div className="d-grid gap-1">
      {targets.map((target, at) => (
        <div key={at}>
          <div className="d-flex gap-1">
            <Form.Select
              size="sm"
              aria-label={`What it moves, ${at + 1}`}
              value={target.control}
              onChange={(event) => change(at, { control: event.target.value })}
            >
              <ControlOptions member={member} chosen={target.control} />
            </Form.Select>
            <IconButton
              icon={X}
              label={`Move ${at + 1} no more`}
              onClick={() => set({ targets: targets.toSpliced(at, 1) })}
            />
          </div>
          <ShareSlider
            field={AMOUNT}
            name={`Amount ${at + 1}`}
            value={target.amount}
            usual={1}
            onChange={(amount) => change(at, { amount })}
          />
        </div>
      ))}
      <div className="d-flex gap-1">
        {targets.length < MOST && (
          <Form.Select
            size="sm"
            aria-label="Move another control"
            value=""
            onChange={({ target }) =>
              set({ targets: [...targets, { control: target.value, amount: 0.5 }] })
            }
          >
            <ControlOptions member={member} chosen="" />
          </Form.Select>
        )}
        {targets.length > 0 && (
          <IconButton
            icon={FlipVertical2}
            label="The other way round"
            onClick={() => set({ targets: flipped(reaction).targets })}
          />
        )}
      </div>
    </div>
  );
}
