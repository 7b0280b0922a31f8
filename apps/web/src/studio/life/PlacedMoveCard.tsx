import { Form } from 'react-bootstrap';
import { endOfMove, type Move, type PlacedMove } from '@cruvo/core/keys';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { MoreMenu } from '../../shell/MoreMenu';
import { useOpenScene } from '../SceneContext';
import { MuteButton } from './MuteButton';
import { ShareSlider } from './ShareSlider';
import type { MoveActions } from './useMoves';
import { MOVE_FIELDS, type NumberField } from './words';

/** The numbers of a move that is laid down, and how they are read and set. */
const SLIDERS: readonly {
  readonly field: NumberField;
  readonly usual: number;
  readonly name: (move: string) => string;
  readonly get: (placed: PlacedMove) => number;
  readonly set: (value: number) => Partial<PlacedMove>;
}[] = [
  {
    ...{ field: MOVE_FIELDS.speed, usual: 1, name: (move) => `Speed of ${move}` },
    ...{ get: ({ speed }) => speed, set: (speed) => ({ speed }) },
  },
  {
    ...{ field: MOVE_FIELDS.times, usual: 1, name: (move) => `Times of ${move}` },
    ...{ get: ({ times }) => times, set: (times) => ({ times }) },
  },
  {
    ...{ field: MOVE_FIELDS.weight, usual: 1, name: (move) => `How much of ${move}` },
    ...{ get: ({ weight }) => weight, set: (weight) => ({ weight }) },
  },
  {
    ...{ field: MOVE_FIELDS.soft, usual: 0.25, name: (move) => `How ${move} comes and goes` },
    ...{ get: ({ soft }) => toSeconds(soft), set: (soft) => ({ soft: toFlicks(soft) }) },
  },
];

/** A move where it is laid down: when, how fast, how often, and how much of it. */
export function PlacedMoveCard({
  placed,
  move,
  actions,
}: {
  placed: PlacedMove;
  /** Undefined where the character has it no more. */
  move: Move | undefined;
  actions: MoveActions;
}) {
  const { transport } = useOpenScene();
  const { id, start, mix, muted } = placed;
  const at = `${toSeconds(start).toFixed(2)} s`;
  const set = (fields: Partial<PlacedMove>) => actions.set(id, fields);
  if (!move) {
    return (
      <section className="control-card small" aria-label={`A move at ${at}`}>
        The character has the move at {at} no more.{' '}
        <button
          type="button"
          className="btn btn-link btn-sm p-0"
          onClick={() => actions.remove(id)}
        >
          Delete it
        </button>
      </section>
    );
  }
  const name = `${move.name} at ${at}`;
  return (
    <section
      className={muted ? 'control-card reaction muted' : 'control-card reaction'}
      aria-label={name}
    >
      <div className="d-flex align-items-center gap-1 small">
        <button
          type="button"
          className="btn btn-link btn-sm p-0 flex-fill justify-content-start text-truncate"
          title="Go to its beginning"
          onClick={() => transport.seek(toSeconds(start))}
        >
          {move.name}{' '}
          <span className="quiet figures">
            {toSeconds(start).toFixed(2)} to {toSeconds(endOfMove(placed, move)).toFixed(2)} s
          </span>
        </button>
        <MuteButton {...{ name, muted }} onChange={(next) => set({ muted: next })} />
        <MoreMenu
          name={name}
          align="end"
          entries={[
            ['Begin at the playhead', () => set({ start: actions.now() })],
            ['Once more after it', () => actions.repeat(placed)],
            ['Delete', () => actions.remove(id)],
          ]}
        />
      </div>
      {SLIDERS.map(({ field, usual, name: nameOf, get, set: change }) => (
        <ShareSlider
          key={field.label}
          {...{ field, usual }}
          name={nameOf(name)}
          value={get(placed)}
          onChange={(next) => set(change(next))}
        />
      ))}
      <Form.Select
        size="sm"
        aria-label={`How ${name} is laid over the rest`}
        value={mix}
        onChange={({ target }) => set({ mix: target.value as PlacedMove['mix'] })}
      >
        <option value="replace">Instead</option>
        <option value="add">Added</option>
      </Form.Select>
    </section>
  );
}
