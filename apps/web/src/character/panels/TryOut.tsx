import { Play } from 'lucide-react';
import { useState } from 'react';
import { Button, Form, InputGroup, Spinner } from 'react-bootstrap';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { ENGLISH } from '@cruvo/core/speech';
import { Segments } from '../../shell/Segments';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { ArticulationPlot } from './ArticulationPlot';
import { LinePicker } from './LinePicker';

const SPEEDS = [
  [1, 'Full'],
  [0.5, 'Half'],
  [0.25, 'Quarter'],
] as const;

/** Type a word, and the mouth says it at once. */
export function TryOut() {
  const { saying } = useOpenCharacter();
  const mouth = useCharacter(({ character }) => character.mouth);
  const [text, setText] = useState('Mind the foggy mud flats, please');
  const moods = mouth ? moodsOf(chartOf(mouth)) : [];
  return (
    <section className="try-out" aria-label="Try the mouth">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          void saying.say(text, ENGLISH);
        }}
      >
        <InputGroup>
          <Form.Control
            value={text}
            aria-label="Words for the mouth to say"
            placeholder="Type a word"
            maxLength={400}
            onChange={({ target }) => setText(target.value)}
          />
          <Button type="submit" disabled={!mouth || saying.busy || text.trim() === ''}>
            {saying.busy ? <Spinner size="sm" /> : <Play size={16} aria-hidden />} Say
          </Button>
        </InputGroup>
      </Form>
      <div className="d-flex align-items-center gap-2 mt-2">
        <Segments
          label="Playback speed"
          name="speed"
          className=""
          options={SPEEDS}
          value={saying.speed}
          onChange={saying.setSpeed}
        />
        {moods.length > 1 && (
          <Form.Select
            size="sm"
            aria-label="Mood"
            value={saying.mood ?? moods[0]}
            onChange={({ target }) => saying.setMood(target.value)}
          >
            {moods.map((mood) => (
              <option key={mood}>{mood}</option>
            ))}
          </Form.Select>
        )}
      </div>
      <LinePicker />
      {saying.failure && (
        <p className="small text-danger-emphasis mt-2 mb-0" role="alert">
          {saying.failure}
        </p>
      )}
      {saying.spoken && <ArticulationPlot spoken={saying.spoken} timeNow={saying.timeNow} />}
    </section>
  );
}
