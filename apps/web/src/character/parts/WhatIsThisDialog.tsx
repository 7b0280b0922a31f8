import { useCombobox } from 'downshift';
import { useState, type ChangeEvent } from 'react';
import { Form, Modal } from 'react-bootstrap';
import { partById, partsOf, withMeaning } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { PartPicture } from '../pictures/PartPicture';
import { ROLE_CHOICES, SOUND_CHOICES, type MeaningChoice } from './meaningChoices';

const PICTURE = { width: 320, height: 240 };

/** What can be said of parts beside what they are. */
const BY_NAME = 'by its name';

interface Choice {
  readonly name: string;
  /** Null: its name tells. */
  readonly choice: MeaningChoice | null;
}

const CHOICES: readonly Choice[] = [
  ...ROLE_CHOICES.map((choice) => ({ name: choice.name, choice })),
  ...SOUND_CHOICES.map((choice) => ({ name: `mouth for ${choice.name}`, choice })),
  { name: BY_NAME, choice: null },
];

/** Says by keyboard what the chosen parts are: some letters, and Enter. */
export function WhatIsThisDialog({ onClose }: { onClose: () => void }) {
  const { store } = useOpenCharacter();
  const chosen = useCharacter((state) => state.chosen);
  const last = chosen.at(-1)!;
  const name = useCharacter(({ character }) => partById(partsOf(character), last)?.name);
  const say = ({ choice }: Choice) => {
    const meaning = choice?.meaning ?? null;
    store
      .getState()
      .change((before) =>
        chosen.reduce((changed, id) => withMeaning(changed, id, meaning), before),
      );
    onClose();
  };
  return (
    <Modal show onHide={onClose} centered size="sm" aria-labelledby="what-is-this">
      <Modal.Body>
        <h2 id="what-is-this" className="h6 text-break">
          {chosen.length > 1 ? `What are these ${chosen.length} parts?` : `What is “${name}”?`}
        </h2>
        <PartPicture part={last} {...PICTURE} className="part-picture wide mb-2" />
        <ChooseMeaning onChoose={say} onCancel={onClose} />
      </Modal.Body>
    </Modal>
  );
}

interface ChooseMeaningProps {
  readonly onChoose: (choice: Choice) => void;
  readonly onCancel: () => void;
}

function ChooseMeaning({ onChoose, onCancel }: ChooseMeaningProps) {
  const [written, write] = useState('');
  const items = matching(written);
  const { getInputProps, getMenuProps, getItemProps, highlightedIndex } = useCombobox<Choice>({
    items: [...items],
    isOpen: true,
    defaultHighlightedIndex: 0,
    itemToString: (item) => item?.name ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && onChoose(selectedItem),
  });
  return (
    <>
      <Form.Control
        {...getInputProps({
          'aria-label': 'What it is',
          autoFocus: true,
          placeholder: 'left pupil, hair, mouth for ah …',
          // At once: what is told of the change later comes after a quick Enter.
          onChange: ({ currentTarget }: ChangeEvent<HTMLInputElement>) =>
            write(currentTarget.value),
          onKeyDown: ({ key }) => key === 'Escape' && onCancel(),
        })}
      />
      <ul {...getMenuProps({ className: 'choices', 'aria-label': 'What it can be' })}>
        {items.map((item, index) => (
          <li
            key={item.name}
            {...getItemProps({
              ...{ item, index },
              className: index === highlightedIndex ? 'lit' : '',
            })}
          >
            {item.name}
          </li>
        ))}
        {items.length === 0 && <li className="quiet">Nothing is called that.</li>}
      </ul>
    </>
  );
}

/** Choices that have every written word at the beginning of one of theirs. */
function matching(written: string): readonly Choice[] {
  const words = written.toLowerCase().split(/\s+/).filter(Boolean);
  return CHOICES.filter(({ name }) => {
    const own = name.toLowerCase().split(' ');
    return words.every((word) => own.some((one) => one.startsWith(word)));
  });
}
