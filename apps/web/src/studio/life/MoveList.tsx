import { Plus } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import { toSeconds } from '@cruvo/core/time';
import { MoreMenu } from '../../shell/MoreMenu';
import { NameForm } from '../../shell/NameForm';
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
        <NameForm
          label="Name of the move"
          placeholder="Wave, bow, step …"
          action="Keep keys as a move"
          title="The keys of the work area, or all where there are none in it"
          saving={actions.saving}
          onName={actions.keep}
        />
      ) : (
        <p className="quiet small mb-0">
          A move is a stretch of keys that is kept, a wave or a bow, to be laid down again. Set keys
          first.
        </p>
      )}
    </section>
  );
}
