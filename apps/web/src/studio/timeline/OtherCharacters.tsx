import { useMemo, useState } from 'react';
import { Form, Modal } from 'react-bootstrap';
import type { ProductionSummary } from '../../api/documents';
import { findProductions } from '../../productions/findProductions';
import { Poster } from '../../productions/Poster';

/** The characters of other productions, to be searched; the one that is chosen is copied. */
export function OtherCharacters({
  productions,
  onChoose,
  onClose,
}: {
  productions: readonly ProductionSummary[];
  onChoose: (id: string) => void;
  onClose: () => void;
}) {
  const [search, setSearch] = useState('');
  const found = useMemo(() => findProductions(productions, search, 'saved'), [productions, search]);
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="other-characters">
      <Modal.Header closeButton>
        <Modal.Title id="other-characters" as="h2" className="h5">
          Characters of other productions
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="quiet small">This production gets a copy, which can be changed by itself.</p>
        <Form.Control
          type="search"
          autoFocus
          className="mb-3"
          placeholder="Characters, scenes, productions"
          aria-label="Search characters, scenes and productions"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
        />
        {found.length === 0 && <p role="status">Nothing is called “{search.trim()}”.</p>}
        {found.map(({ id, name, characters }) => (
          <section key={id} aria-label={name} className="mb-3">
            <h3 className="h6">{name}</h3>
            <div className="starters">
              {characters.map((character) => (
                <button key={character.id} type="button" onClick={() => onChoose(character.id)}>
                  <Poster of={character.id} />
                  {character.name}
                </button>
              ))}
            </div>
          </section>
        ))}
      </Modal.Body>
    </Modal>
  );
}
