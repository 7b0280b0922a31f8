import { Play, Plus } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { bodyControlsOf } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { addControl } from '../controlActions';
import { sweep } from '../sweep';
import { BodyThings } from './BodyThings';
import { ControlCard } from './ControlCard';
import { HeadPad } from './HeadPad';
import { SetUpBody } from './SetUpBody';

/** What can be set of the body, each made by example: sliders that play with the character at once. */
export function BodyPanel() {
  const { store } = useOpenCharacter();
  const controls = useCharacter(({ character }) => bodyControlsOf(character));
  return (
    <>
      {controls.length === 0 && (
        <p className="quiet">
          A control moves parts as you show it: set it to a value, say <em>Stop here</em>, and move,
          turn or hide parts. Between its stops the character goes from one to the other.
        </p>
      )}
      <HeadPad />
      {controls.map((control) => (
        <ControlCard key={control.id} control={control} />
      ))}
      <div className="d-flex flex-wrap gap-2 mb-2">
        <Button size="sm" variant="outline-secondary" onClick={() => addControl(store)}>
          <Plus size={16} aria-hidden /> New control
        </Button>
        {controls.length > 1 && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              sweep(
                store,
                controls.map(({ id }) => id),
              )
            }
          >
            <Play size={15} aria-hidden /> Play them all
          </Button>
        )}
      </div>
      <BodyThings />
      <SetUpBody />
    </>
  );
}
