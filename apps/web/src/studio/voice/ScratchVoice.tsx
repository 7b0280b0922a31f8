import { AudioLines, Eraser } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import {
  PACE_RANGE,
  PITCH_RANGE,
  type Line,
  type ScratchSettings,
  type ScratchSpeaker,
} from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { useOpenScene, useScene } from '../SceneContext';
import { Amount } from './Amount';
import type { Replacing } from './useReplacing';

const SPEAKERS: Readonly<Record<ScratchSpeaker, string>> = {
  slt: 'A woman',
  rms: 'A man, low',
  awb: 'A man, from Scotland',
  kal16: 'A machine',
  espeak: 'A machine, in any language',
};

/** What can be done with a line that nobody has recorded yet: its pace, and a synthetic voice that stands in. */
export function ScratchVoice({ line, replacing }: { line: Line; replacing: Replacing }) {
  const { store } = useOpenScene();
  const frameRate = useScene(({ scene }) => scene.frameRate);
  const { changeLine } = store.getState();
  const scratch = line.voice?.scratch ?? null;
  const [speaker, setSpeaker] = useState<ScratchSpeaker>(
    scratch?.speaker ?? (line.language === 'en' ? 'slt' : 'espeak'),
  );
  const [pitch, setPitch] = useState(scratch?.pitch ?? 0);
  const settings: ScratchSettings = { speaker, pitch, wordsPerMinute: line.wordsPerMinute };
  const busy = replacing.state.kind !== 'idle' && replacing.state.kind !== 'failed';
  const blank = line.script.trim() === '';
  return (
    <section className="scratch-voice small" aria-label="Scratch voice">
      <Amount
        label="Words a minute"
        shown={
          line.voice === null && !blank
            ? `${line.wordsPerMinute}, ${toSeconds(line.duration).toFixed(1)} s`
            : String(line.wordsPerMinute)
        }
        value={line.wordsPerMinute}
        {...{ min: PACE_RANGE.least, max: PACE_RANGE.most, step: 5 }}
        onChange={(wordsPerMinute) => changeLine(line.id, { wordsPerMinute })}
      />
      <div className="d-flex gap-1">
        <Form.Select
          size="sm"
          aria-label="Who speaks the scratch voice"
          value={speaker}
          onChange={({ target }) => setSpeaker(target.value as ScratchSpeaker)}
        >
          {Object.entries(SPEAKERS).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          size="sm"
          aria-label="Pitch of the scratch voice"
          value={pitch}
          onChange={({ target }) => setPitch(Number(target.value))}
        >
          {PITCHES.map((semitones) => (
            <option key={semitones} value={semitones}>
              {pitchInWords(semitones)}
            </option>
          ))}
        </Form.Select>
      </div>
      <div className="d-flex gap-1 mt-1">
        <Button
          size="sm"
          variant="outline-secondary"
          className="flex-fill"
          disabled={busy || blank}
          title="A synthetic voice to animate against until the actor has recorded"
          onClick={() => void replacing.replace(line, { kind: 'scratch', settings }, frameRate)}
        >
          <AudioLines size={15} aria-hidden />{' '}
          {scratch ? 'Speak it again' : 'Speak it with a scratch voice'}
        </Button>
        {scratch && (
          <Button
            size="sm"
            variant="quiet"
            disabled={busy || blank}
            title="Back to the words alone"
            aria-label="Take the scratch voice away"
            onClick={() => void replacing.replace(line, { kind: 'text' }, frameRate)}
          >
            <Eraser size={15} aria-hidden />
          </Button>
        )}
      </div>
    </section>
  );
}

const PITCHES = Array.from(
  { length: PITCH_RANGE.most - PITCH_RANGE.least + 1 },
  (_, at) => PITCH_RANGE.most - at,
);

function pitchInWords(semitones: number): string {
  if (semitones === 0) return 'own pitch';
  return `${Math.abs(semitones)} ${semitones > 0 ? 'higher' : 'lower'}`;
}
