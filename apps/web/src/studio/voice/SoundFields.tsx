import { SplitSquareHorizontal } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { pausesOf } from '@cruvo/core/mouth';
import {
  GAIN_RANGE,
  splitAtPauses,
  withLines,
  type Line,
  type VoicedLine,
} from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { useOpenScene } from '../SceneContext';
import { Amount } from './Amount';
import { ShapeFields } from './ShapeFields';

/** A pause in which a long recording is parted, seconds. */
const LONG_PAUSE = 0.6;
/** The longest fade that the sliders set, seconds. */
const LONGEST_FADE = 3;

/** How a line is heard: its gain and its fades; and the way to part it at its pauses. */
export function SoundFields({
  line,
  track,
  onCleaned,
}: {
  line: VoicedLine;
  track: VoiceTrack | undefined;
  onCleaned: (line: VoicedLine) => void;
}) {
  const { store } = useOpenScene();
  const { changeLine } = store.getState();
  const length = toSeconds(line.length);
  const [fadeIn, fadeOut] = [toSeconds(line.fadeIn), toSeconds(line.fadeOut)];
  const pieces = track ? piecesOf(line, track).length : 1;
  const split = () => {
    if (!track) return;
    store.getState().edit((scene) => withLines(scene, piecesOf(scene.lines[line.id]!, track)));
  };
  return (
    <details className="sound-fields small">
      <summary>
        Sound{line.gain !== 0 && `, ${signed(line.gain)} dB`}
        {line.fadeIn + line.fadeOut > 0 && ', faded'}
        {line.shaping.pace !== 1 && `, ${Math.round(100 * line.shaping.pace)} % pace`}
        {line.shaping.pitch !== 0 && `, ${signed(line.shaping.pitch)} semitones`}
        {line.shaping.cleaning !== 'none' && ', cleaned'}
      </summary>
      <Amount
        label="Gain"
        value={line.gain}
        shown={`${signed(line.gain)} dB`}
        {...{ min: GAIN_RANGE.least, max: GAIN_RANGE.most, step: 0.5 }}
        onChange={(gain) => changeLine(line.id, { gain })}
      />
      <Amount
        label="Fade in"
        value={fadeIn}
        shown={`${fadeIn.toFixed(2)} s`}
        {...{ min: 0, max: Math.min(LONGEST_FADE, length - fadeOut), step: 0.05 }}
        onChange={(seconds) => changeLine(line.id, { fadeIn: toFlicks(seconds) })}
      />
      <Amount
        label="Fade out"
        value={fadeOut}
        shown={`${fadeOut.toFixed(2)} s`}
        {...{ min: 0, max: Math.min(LONGEST_FADE, length - fadeIn), step: 0.05 }}
        onChange={(seconds) => changeLine(line.id, { fadeOut: toFlicks(seconds) })}
      />
      <ShapeFields key={line.id} line={line} onCleaned={onCleaned} />
      {pieces > 1 && (
        <Button size="sm" variant="outline-secondary" className="mt-1" onClick={split}>
          <SplitSquareHorizontal size={16} aria-hidden /> Split at its pauses, into {pieces}
        </Button>
      )}
    </details>
  );
}

function piecesOf(line: Line, track: VoiceTrack): readonly Line[] {
  const pauses = pausesOf(track, line.fit).map(({ start, end }) => {
    return { start: toFlicks(start), end: toFlicks(end) };
  });
  return splitAtPauses(line, pauses, toFlicks(LONG_PAUSE), () => crypto.randomUUID());
}

const signed = (decibels: number) => (decibels > 0 ? `+${decibels}` : String(decibels));
