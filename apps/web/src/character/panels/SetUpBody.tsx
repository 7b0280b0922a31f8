import { PersonStanding } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { bodyControlsOf, bodyProposals, setUpBody } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { tracerFor } from '../../studio/stage/browserImages';
import { sweep } from '../sweep';

/** What can be set up of the body by itself, with what it was recognised by; all of it is one step to undo. */
export function SetUpBody() {
  const { store, images } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const proposals = useMemo(() => bodyProposals(character), [character]);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  if (proposals.length === 0) {
    return Object.keys(character.controls).length > 0 ? null : (
      <p className="quiet small mb-0">
        Neither a head nor a body is recognised. Say under <em>Part</em> what the parts are; then
        the body can be set up by itself.
      </p>
    );
  }
  const wanted = proposals.filter(({ name }) => !left.has(name));
  const choose = (name: string, chosen: boolean) => {
    const next = new Set(left);
    if (chosen) next.delete(name);
    else next.add(name);
    setLeft(next);
  };
  const setUp = () => {
    const known = new Set(Object.keys(character.controls));
    store.getState().change((before) => setUpBody(before, tracerFor(images), wanted));
    const added = bodyControlsOf(store.getState().character).filter(({ id }) => !known.has(id));
    sweep(
      store,
      added.map(({ id }) => id),
    );
  };
  return (
    <fieldset className="control-card small">
      <legend className="small fw-semibold mb-1">Can be set up by itself</legend>
      {proposals.map(({ name, why }) => (
        <Form.Check
          key={name}
          id={`set-up-${name}`}
          checked={!left.has(name)}
          onChange={({ target }) => choose(name, target.checked)}
          label={
            <>
              {name} <span className="quiet">{why}</span>
            </>
          }
        />
      ))}
      <Button size="sm" className="mt-1" disabled={wanted.length === 0} onClick={setUp}>
        <PersonStanding size={16} aria-hidden /> Set up the body
      </Button>
    </fieldset>
  );
}
