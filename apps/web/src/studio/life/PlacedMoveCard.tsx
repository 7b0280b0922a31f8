import { Eye, EyeOff } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { endOfMove, type Move, type PlacedMove } from '@cruvo/core/keys';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { MoreMenu } from '../../shell/MoreMenu';
import { useOpenScene } from '../SceneContext';
import { ShareSlider } from './ShareSlider';
import type { MoveActions } from './useMoves';
import { MOVE_FIELDS } from './words';

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
  const { id, start, speed, times, weight, soft, mix, muted } = placed;
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
        <IconButton
          icon={muted ? EyeOff : Eye}
          label={muted ? `Let ${name} count` : `Mute ${name}`}
          pressed={muted}
          onClick={() => set({ muted: !muted })}
        />
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
      <ShareSlider
        field={MOVE_FIELDS.speed}
        name={`Speed of ${name}`}
        value={speed}
        usual={1}
        onChange={(next) => set({ speed: next })}
      />
      <ShareSlider
        field={MOVE_FIELDS.times}
        name={`Times of ${name}`}
        value={times}
        usual={1}
        onChange={(next) => set({ times: next })}
      />
      <ShareSlider
        field={MOVE_FIELDS.weight}
        name={`How much of ${name}`}
        value={weight}
        usual={1}
        onChange={(next) => set({ weight: next })}
      />
      <ShareSlider
        field={MOVE_FIELDS.soft}
        name={`How ${name} comes and goes`}
        value={toSeconds(soft)}
        usual={0.25}
        onChange={(next) => set({ soft: toFlicks(next) })}
      />
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
