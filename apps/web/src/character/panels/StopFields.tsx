import { Form } from 'react-bootstrap';
import {
  stopAt,
  UNTOUCHED,
  withStopParts,
  type ColorAmount,
  type StopPart,
} from '@cruvo/core/character';
import { Colour, Figure } from '../../shell/fields';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { usePlacing } from '../usePlacing';
import { Slider } from './Slider';

const WARM = '#ffb347';
const LAMP = '#ffe08a';

/** How a part is seen at the stop that is being shown. */
export function StopFields({ part }: { part: string }) {
  const { store } = useOpenCharacter();
  const placing = usePlacing();
  const character = useCharacter((state) => state.character);
  if (placing.kind !== 'stop') return null;
  const { control, at } = placing;
  const now = stopAt(character.controls[control]!, at)?.parts[part] ?? UNTOUCHED;
  const set = (change: Partial<StopPart>) =>
    store
      .getState()
      .change((before) =>
        withStopParts(before, control, at, [part], (own) => ({ ...own, ...change })),
      );
  return (
    <section aria-label="At this stop" className="mb-2">
      <Slider
        label="Opacity at this stop"
        value={now.opacity}
        max={1}
        onChange={(opacity) => set({ opacity })}
      />
      <Form.Select
        size="sm"
        className="mb-2"
        aria-label="Seen at this stop"
        value={now.hidden === null ? '' : now.hidden ? 'hidden' : 'seen'}
        onChange={({ target }) => {
          set({ hidden: target.value === '' ? null : target.value === 'hidden' });
        }}
      >
        <option value="">seen as at rest</option>
        <option value="seen">seen</option>
        <option value="hidden">hidden</option>
      </Form.Select>
      <Form.Check
        id="stop-mirrored"
        label="Mirrored"
        checked={now.mirrored}
        onChange={({ target }) => set({ mirrored: target.checked })}
      />
      <Form.Check
        id="stop-behind"
        label="Behind all beside it"
        checked={now.behind}
        onChange={({ target }) => set({ behind: target.checked })}
      />
      <div className="number-grid">
        <Figure
          label="Width %"
          value={now.stretch * 100}
          min={1}
          onChange={(percent) => set({ stretch: percent / 100 })}
        />
      </div>
      <Slider
        label="Lighter or darker"
        value={now.brighten}
        {...{ min: -1, max: 1 }}
        onChange={(brighten) => set({ brighten })}
      />
      <Light label="Tint" value={now.tint} color={WARM} onChange={(tint) => set({ tint })} />
      <Light label="Glow" value={now.glow} color={LAMP} onChange={(glow) => set({ glow })} />
    </section>
  );
}

/** A colour and how much of it; none where there is nothing of it. */
function Light({
  label,
  value,
  color,
  onChange,
}: {
  label: string;
  value: ColorAmount | null;
  /** To begin with. */
  color: string;
  onChange: (value: ColorAmount | null) => void;
}) {
  const { amount } = value ?? { amount: 0 };
  const shown = value?.color ?? color;
  return (
    <>
      <Slider
        label={label}
        value={amount}
        max={1}
        onChange={(next) => onChange(next > 0 ? { color: shown, amount: next } : null)}
      />
      {value && (
        <Colour
          label={`Colour of the ${label.toLowerCase()}`}
          value={shown}
          onChange={(next) => onChange({ color: next, amount })}
        />
      )}
    </>
  );
}
