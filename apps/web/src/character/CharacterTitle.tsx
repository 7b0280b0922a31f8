import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { useCharacter, useOpenCharacter } from './CharacterContext';

/** Where one is; the character's name can be changed on the spot. */
export function CharacterTitle({ production }: { production: string }) {
  const { store } = useOpenCharacter();
  const name = useCharacter(({ character }) => character.name);
  const [draft, setDraft] = useState<string | null>(null);
  const keep = () => {
    const wanted = draft?.trim();
    if (wanted && wanted !== name)
      store.getState().change((before) => ({ ...before, name: wanted }));
    setDraft(null);
  };
  return (
    <>
      <span className="quiet align-self-center">{production}</span>
      <span className="quiet align-self-center" aria-hidden>
        /
      </span>
      <Form.Control
        size="sm"
        className="character-name"
        aria-label="The character’s name"
        value={draft ?? name}
        maxLength={200}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setDraft(null);
        }}
      />
    </>
  );
}
