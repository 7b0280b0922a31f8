import { Form } from 'react-bootstrap';
import {
  type DrawnSound,
  EXPRESSION_WORDS,
  type Part,
  recognise,
  withMeaning,
  partsOf,
} from '@cruvo/core/character';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { useCharacter, useOpenCharacter } from '../CharacterContext';

/** How loud a drawing is for: the share of the sound's opening. */
const LOUDNESSES = [
  [0.55, 'quiet'],
  [0.8, 'medium'],
  [1, 'loud'],
] as const;

/** More about a mouth drawing: its mood, how loud it is for, or the expression that it is. */
export function SoundDetails({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const { mouth } = character;
  const finding = recognise(partsOf(character)).get(part.id);
  if (finding?.role !== 'mouth drawing' || !finding.sound) return null;
  const { role, side, sound } = finding;
  const set = (change: Partial<DrawnSound>) =>
    store
      .getState()
      .change((before) =>
        withMeaning(before, part.id, { role, side, sound: { ...sound, ...change } }),
      );
  const moods = mouth ? moodsOf(chartOf(mouth)) : [];
  return (
    <div className="field-grid mb-3">
      <Form.Label htmlFor="sound-mood">Mood</Form.Label>
      <Form.Control
        id="sound-mood"
        key={`${part.id} ${sound.mood}`}
        size="sm"
        list="moods"
        placeholder="every mood"
        defaultValue={sound.mood ?? ''}
        maxLength={100}
        onBlur={({ target }) => {
          const mood = target.value.trim() || null;
          if (mood !== sound.mood) set({ mood });
        }}
      />
      <datalist id="moods">
        {moods.map((mood) => (
          <option key={mood} value={mood} />
        ))}
      </datalist>
      <Form.Label htmlFor="sound-loudness">Said</Form.Label>
      <Form.Select
        id="sound-loudness"
        size="sm"
        value={sound.loudness ?? ''}
        onChange={({ target }) =>
          set({ loudness: target.value === '' ? null : Number(target.value) })
        }
      >
        <option value="">at any loudness</option>
        {LOUDNESSES.map(([share, name]) => (
          <option key={share} value={share}>
            {name}
          </option>
        ))}
      </Form.Select>
      <Form.Label htmlFor="sound-expression">Expression</Form.Label>
      <Form.Select
        id="sound-expression"
        size="sm"
        value={sound.expression ?? ''}
        onChange={({ target }) =>
          set({
            expression: target.value || null,
            // An expression says nothing.
            visemes: target.value ? [] : sound.visemes.length > 0 ? sound.visemes : [0],
          })
        }
      >
        <option value="">none: it speaks</option>
        {EXPRESSION_WORDS.map((word) => (
          <option key={word}>{word}</option>
        ))}
      </Form.Select>
    </div>
  );
}
