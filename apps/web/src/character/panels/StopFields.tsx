import { Form } from 'react-bootstrap';
import { stopAt, UNTOUCHED, withStopParts, type StopPart } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { usePlacing } from '../usePlacing';

/** How a part is seen at the stop that is being shown. */
export function StopFields({ part }: { part: string }) {
  const { store } = useOpenCharacter();
  const placing = usePlacing();
  const character = useCharacter((state) => state.character);
  if (placing.kind !== 'stop') return null;
  const { control, at } = placing;
  const { opacity, hidden } = stopAt(character.controls[control]!, at)?.parts[part] ?? UNTOUCHED;
  const set = (change: Partial<StopPart>) =>
    store
      .getState()
      .change((before) =>
        withStopParts(before, control, at, [part], (now) => ({ ...now, ...change })),
      );
  return (
    <section aria-label="At this stop" className="mb-2">
      <Form.Group controlId="stop-opacity">
        <Form.Label className="small mb-0">Opacity at this stop</Form.Label>
        <Form.Range
          min={0}
          max={1}
          step={0.01}
          value={opacity}
          onChange={({ target }) => set({ opacity: Number(target.value) })}
        />
      </Form.Group>
      <Form.Select
        size="sm"
        aria-label="Seen at this stop"
        value={hidden === null ? '' : hidden ? 'hidden' : 'seen'}
        onChange={({ target }) => {
          set({ hidden: target.value === '' ? null : target.value === 'hidden' });
        }}
      >
        <option value="">seen as at rest</option>
        <option value="seen">seen</option>
        <option value="hidden">hidden</option>
      </Form.Select>
    </section>
  );
}
