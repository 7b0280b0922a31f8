import { useState } from 'react';
import { Button, Form, Spinner } from 'react-bootstrap';
import {
  GAIN_RANGE,
  heardVoice,
  isShaped,
  slowness,
  PITCH_RANGE,
  SHAPED_PACE,
  type Cleaning,
  type Shaping,
  type VoicedLine,
} from '@cruvo/core/scene';
import { Switch } from '../../shell/fields';
import { sentenceOf } from '@cruvo/core/problem';
import { toSeconds } from '@cruvo/core/time';
import { measureLoudness } from '../../api/voices';
import { useOpenScene, useScene } from '../SceneContext';
import { Amount } from './Amount';
import { useShaping } from './useShaping';

/** How loud dialogue on the web is made, LUFS, and how near to full scale its peaks may come, dBTP (EBU R 128 s2). */
const TARGET = -16;
const HIGHEST_PEAK = -1;

/** Pace, pitch and noise of a line's voice; the recording stays as it is, and mouths stay on their sounds. */
export function ShapeFields({
  line,
  onCleaned,
}: {
  line: VoicedLine;
  /** Asked to fit the mouths anew, since what is heard is clearer or less clear now. */
  onCleaned: (line: VoicedLine) => void;
}) {
  const { store } = useOpenScene();
  const asRecorded = useScene((state) => state.asRecorded);
  const shaping = useShaping();
  const [wanted, setWanted] = useState<Shaping | null>(null);
  const [loudness, setLoudness] = useState<string | null>(null);
  const now = wanted ?? line.shaping;
  const take = async (next: Shaping) => {
    const cleaned = (next.cleaning === 'none') !== (line.shaping.cleaning === 'none');
    const done = await shaping.shape(line, next);
    setWanted(null);
    if (!done || !cleaned) return;
    const changed = store.getState().scene.lines[line.id];
    if (changed?.voice) onCleaned({ ...changed, voice: changed.voice });
  };
  /** Sliders show their amount at once; the voice is made when they are let go. */
  const letGo = () => wanted && void take(wanted);
  const level = async () => {
    setLoudness(null);
    try {
      const { working } = heardVoice(line)!;
      const [start, end] = [toSeconds(line.offset), toSeconds(line.offset + line.length)];
      const { integrated, peak } = await measureLoudness({ working, start, end });
      if (integrated === null) return setLoudness('It is too quiet or too short to be measured.');
      const most = HIGHEST_PEAK - (peak ?? integrated);
      const gain = Math.round(2 * Math.min(TARGET - integrated, most)) / 2;
      const kept = Math.max(GAIN_RANGE.least, Math.min(GAIN_RANGE.most, gain));
      store.getState().changeLine(line.id, { gain: kept });
      const reached = (integrated + kept).toFixed(1);
      setLoudness(`It was ${integrated.toFixed(1)} LUFS loud, and is ${reached} now.`);
    } catch (error) {
      setLoudness(sentenceOf(error));
    }
  };
  return (
    <>
      <Amount
        label="Pace"
        shown={`${Math.round(100 * now.pace)} %`}
        value={Math.round(100 * now.pace)}
        {...{ min: 100 * SHAPED_PACE.least, max: 100 * SHAPED_PACE.most, step: 5 }}
        onChange={(percent) => setWanted({ ...now, pace: percent / 100 })}
        letGo={letGo}
      />
      <Amount
        label="Pitch"
        shown={semitones(now.pitch)}
        value={now.pitch}
        {...{ min: PITCH_RANGE.least, max: PITCH_RANGE.most, step: 1 }}
        onChange={(pitch) => setWanted({ ...now, pitch })}
        letGo={letGo}
      />
      {now.pitch !== 0 && (
        <Switch
          id="shape-formants"
          className=""
          label="Keep the character of the voice"
          checked={now.formants}
          onChange={(on) => void take({ ...line.shaping, formants: on })}
        />
      )}
      <Form.Select
        size="sm"
        className="mt-1"
        aria-label="Noise"
        value={now.cleaning}
        onChange={({ target }) =>
          void take({ ...line.shaping, cleaning: target.value as Cleaning })
        }
      >
        <option value="none">Noise stays</option>
        <option value="hearing">Noise away for the mouths only</option>
        <option value="sound">Noise away, also in the film</option>
      </Form.Select>
      {isShaped(line.shaping) && slowness(line) === 1 && (
        <Switch
          id="as-recorded"
          className=""
          label="Hear it as it was recorded (B)"
          checked={asRecorded}
          onChange={(on) => store.getState().hearAsRecorded(on)}
        />
      )}
      <div className="d-flex align-items-center gap-2 mt-1">
        <Button
          size="sm"
          variant="outline-secondary"
          title={`Sets the gain so that the line is as loud as dialogue usually is (EBU R 128, ${TARGET} LUFS)`}
          onClick={() => void level()}
        >
          Even out its loudness
        </Button>
        {shaping.busy && (
          <>
            <Spinner size="sm" role="status" aria-label="Changing the voice" />
            <Button size="sm" variant="quiet" onClick={shaping.cancel}>
              Cancel
            </Button>
          </>
        )}
      </div>
      {[loudness, shaping.problem].map(
        (sentence) =>
          sentence && (
            <p key={sentence} className="mb-0 mt-1" role="status">
              {sentence}
            </p>
          ),
      )}
    </>
  );
}

function semitones(pitch: number): string {
  const sign = pitch > 0 ? '+' : '';
  return `${sign}${pitch} ${Math.abs(pitch) === 1 ? 'semitone' : 'semitones'}`;
}
