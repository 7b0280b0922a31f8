import { Form } from 'react-bootstrap';
import { type Part, partsOf, recognise, withMeaning } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import {
  choiceByKey,
  choiceOf,
  ROLE_CHOICES,
  SOUND_CHOICES,
  type MeaningChoice,
} from '../parts/meaningChoices';
import { meaningInWords } from '../parts/meaningInWords';

/** What the part is: by its name, or as somebody says. */
export function MeaningField({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const parts = useCharacter(({ character }) => partsOf(character));
  const byName = recognise(
    parts.map((one) => (one.id === part.id ? { ...one, meaning: null } : one)),
  );
  const finding = byName.get(part.id);
  const { meaning } = part;
  const choose = (key: string) =>
    store
      .getState()
      .change((before) => withMeaning(before, part.id, choiceByKey(key)?.meaning ?? null));
  return (
    <Form.Group controlId="part-meaning" className="mb-3">
      <Form.Label className="small mb-1">This is</Form.Label>
      <Form.Select
        size="sm"
        value={meaning ? (choiceOf(meaning)?.key ?? '') : ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">
          {finding
            ? `by its name: ${meaningInWords(finding)}`
            : 'nothing special (its name tells nothing)'}
        </option>
        <optgroup label="A drawing of the mouth, for">{SOUND_CHOICES.map(option)}</optgroup>
        <optgroup label="A part of the character">{ROLE_CHOICES.map(option)}</optgroup>
      </Form.Select>
    </Form.Group>
  );
}

const option = ({ key, name }: MeaningChoice) => (
  <option key={key} value={key}>
    {name}
  </option>
);
