import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Button, Form, Spinner } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { toSeconds } from '@cruvo/core/time';
import { MoreMenu } from '../../shell/MoreMenu';
import { PlacedMoveCard } from './PlacedMoveCard';
import { useMoves } from './useMoves';

/** Stretches of keys that the character keeps, and where they are laid down in the scene. */
export function MoveList({ member }: { member: string }) {
  const actions = useMoves(member);
  const { moves, placed, error, canKeep } = actions;
  return (
    <section aria-label="Moves">
      <h2 className="h6 mt-3">Moves</h2>
      {Object.values(moves).map(({ id, name, length }) => (
        <div key={id} className="d-flex align-items-center gap-1 small mb-1">
          <span className="flex-fill text-truncate">
            {name} <span className="quiet figures">{toSeconds(length).toFixed(1)} s</span>
          </span>
          <Button
            size="sm"
            variant="outline-secondary"
            title={`Let “${name}” begin at the playhead`}
            onClick={() => actions.lay(id)}
          >
            <Plus size={15} aria-hidden /> Lay down
          </Button>
          <MoreMenu
            name={`the move ${name}`}
            align="end"
            entries={[['Delete from the character', () => actions.forget(id)]]}
          />
        </div>
      ))}
      {error && (
        <p className="small text-danger-emphasis" role="alert">
          {sentenceOf(error)}
        </p>
      )}
      {placed.map((one) => (
        <PlacedMoveCard key={one.id} placed={one} move={moves[one.move]} actions={actions} />
      ))}
      {canKeep ? (
        <KeepMove keep={actions.keep} saving={actions.saving} />
      ) : (
        <p className="quiet small mb-0">
          A move is a stretch of keys that is kept, a wave or a bow, to be laid down again. Set keys
          first.
        </p>
      )}
    </section>
  );
}

/** Keeps the keys under a name. */
function KeepMove({ keep, saving }: { keep: (name: string) => Promise<void>; saving: boolean }) {
  const [name, setName] = useState('');
  return (
    <Form
      className="d-flex gap-1 mt-1"
      onSubmit={(event) => {
        event.preventDefault();
        // Why it could not be saved is said above; the name stays.
        void keep(name.trim()).then(
          () => setName(''),
          () => undefined,
        );
      }}
    >
      <Form.Control
        size="sm"
        aria-label="Name of the move"
        placeholder="Wave, bow, step …"
        maxLength={100}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button
        type="submit"
        size="sm"
        className="text-nowrap"
        variant="outline-secondary"
        title="The keys of the work area, or all where there are none in it"
        disabled={name.trim() === '' || saving}
      >
        {saving ? <Spinner size="sm" aria-label="Saving" /> : 'Keep keys as a move'}
      </Button>
    </Form>
  );
}
