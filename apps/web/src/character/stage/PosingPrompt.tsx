import { Button } from 'react-bootstrap';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { usePlacing } from '../usePlacing';
import { stopHere } from '../controlActions';

/** Says over the drawing what moving parts does while a control is shown. */
export function PosingPrompt() {
  const { store } = useOpenCharacter();
  const placing = usePlacing();
  const posing = useCharacter((state) => state.posing);
  const control = useCharacter(({ character }) => posing !== null && character.controls[posing]);
  if (!control || placing.kind === 'rest') return null;
  return (
    <div className="prompt" role="status">
      {placing.kind === 'stop' ? (
        <>
          <strong>{control.name}</strong> at {placing.at.toFixed(2)}: what you move is kept here.{' '}
          <Button size="sm" variant="quiet" onClick={() => store.getState().pose(null)}>
            Done
          </Button>
        </>
      ) : (
        <>
          <strong>{control.name}</strong> is between its stops.{' '}
          <Button size="sm" onClick={() => stopHere(store, control.id)}>
            Stop here
          </Button>
        </>
      )}
    </div>
  );
}
