import { FoldVertical, Play, Plus, UnfoldVertical } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { bodyControlsOf, padsOf, withControlMoved } from '@cruvo/core/character';
import { SortableList } from '../../shell/SortableList';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { addControl } from '../controlActions';
import { sweep } from '../sweep';
import { BodyThings } from './BodyThings';
import { ControlCard } from './ControlCard';
import { NewPad } from './NewPad';
import { PadCard } from './PadCard';
import { ReliefCard } from './ReliefCard';
import { SetUpBody } from './SetUpBody';

/** What can be set of the body, each made by example: sliders that play with the character at once. */
export function BodyPanel() {
  const { store } = useOpenCharacter();
  const controls = useCharacter(({ character }) => bodyControlsOf(character));
  const pads = useCharacter(({ character }) => padsOf(character));
  const folded = useCharacter((state) => state.folded.size > 0);
  const { change, fold } = store.getState();
  const ids = controls.map(({ id }) => id);
  const place = (from: number, to: number) =>
    change((character) => withControlMoved(character, from, to));
  return (
    <>
      {controls.length === 0 && (
        <p className="quiet">
          A control moves parts as you show it: set it to a value, say <em>Stop here</em>, and move,
          turn or hide parts. Between its stops the character goes from one to the other.
        </p>
      )}
      {pads.map((pad) => (
        <PadCard key={pad.id} pad={pad} />
      ))}
      <SortableList ids={ids} onPlace={place}>
        {controls.map((control) => (
          <ControlCard key={control.id} control={control} />
        ))}
      </SortableList>
      <div className="d-flex flex-wrap gap-2 mb-2">
        <Button size="sm" variant="outline-secondary" onClick={() => addControl(store)}>
          <Plus size={16} aria-hidden /> New control
        </Button>
        <NewPad />
        {controls.length > 1 && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() => fold(new Set(folded ? [] : ids))}
          >
            {folded ? (
              <UnfoldVertical size={15} aria-hidden />
            ) : (
              <FoldVertical size={15} aria-hidden />
            )}{' '}
            {folded ? 'Unfold them' : 'Fold them away'}
          </Button>
        )}
        {controls.length > 1 && (
          <Button size="sm" variant="outline-secondary" onClick={() => sweep(store, ids)}>
            <Play size={15} aria-hidden /> Play them all
          </Button>
        )}
      </div>
      <ReliefCard />
      <BodyThings />
      <SetUpBody />
    </>
  );
}
