import { Drama, X } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { chartInMood, chartOf, moodsOf, type MouthChart } from '@cruvo/core/mouth';
import {
  moodAt,
  moodStretches,
  placedDirections,
  sceneTime,
  speakerOf,
  voiceTime,
  withLines,
  withMoodBlend,
  withMoodFrom,
  withoutMoodChange,
  type Line,
  type Mood,
  type MoodStretch,
} from '@cruvo/core/scene';
import type { VoiceTrack } from '@cruvo/core/speech';
import {
  frameLength,
  frameStart,
  nearestFrame,
  toFlicks,
  toSeconds,
  type Flicks,
} from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene, useProgram, useScene } from '../SceneContext';

/** The moods of a line one after the other, with what is shown in pauses, and the stage directions that ask for others. */
export function MoodFields({ line, track }: { line: Line; track: VoiceTrack | undefined }) {
  const { store, transport } = useOpenScene();
  const program = useProgram();
  const speaker = program.members.find(
    ({ member }) => member.id === speakerOf(program.scene, line),
  );
  const rig = speaker?.character.mouth;
  if (!rig) return null;
  const chart = chartOf(rig);
  if (chart.drawings.length < 2) return null;
  const edit = (change: (line: Line) => Line) =>
    store.getState().edit((scene) => withLines(scene, [change(scene.lines[line.id]!)]));
  const changeHere = () => {
    const { frameRate } = program.scene;
    const frame = nearestFrame(toFlicks(transport.time()), frameRate);
    const time = voiceTime(line, frameStart(frame, frameRate));
    if (time <= 0 || time >= line.duration) return;
    edit((now) => withMoodFrom(now, time, otherMood(chart, moodAt(now, time))));
  };
  const directions = placedDirections(line, track ?? null, chart);
  return (
    <section className="mood-fields small" aria-label="Moods">
      {moodStretches(line).map((stretch) => (
        <MoodRow
          key={stretch.start}
          {...{ line, stretch, chart }}
          onChange={(mood) => edit((now) => withMoodFrom(now, stretch.start, mood))}
          onBlend={(blend) => edit((now) => withMoodBlend(now, stretch.start, blend))}
          onRemove={() => edit((now) => withoutMoodChange(now, stretch.start))}
        />
      ))}
      <div className="d-flex flex-wrap gap-1">
        <Button
          size="sm"
          variant="quiet"
          className="px-1"
          title="Another mood, or another mouth in pauses, from the playhead on"
          onClick={changeHere}
        >
          <Drama size={15} aria-hidden /> Change here
        </Button>
        {directions.map(({ text, time, mood }, at) => {
          const done = mood !== null && sameMood(moodAt(line, time), mood);
          return mood && !done ? (
            <Button
              key={at}
              size="sm"
              variant="outline-secondary"
              className="py-0"
              title={`The script says so at ${toSeconds(sceneTime(line, time)).toFixed(1)} s`}
              onClick={() => edit((now) => withMoodFrom(now, time, mood))}
            >
              Set [{text}]
            </Button>
          ) : (
            <Button
              key={at}
              size="sm"
              variant="link"
              className="p-0 text-decoration-none quiet"
              title={done ? 'Done; go there' : 'A note of the script; go there'}
              onClick={() => transport.seek(toSeconds(sceneTime(line, time)))}
            >
              [{text}]
            </Button>
          );
        })}
      </div>
    </section>
  );
}

const sameMood = (one: Mood, other: Mood) =>
  one.mood === other.mood && one.pauseDrawing === other.pauseDrawing;

/** What a change begins with: the next mood, or where there is one mood only another mouth in pauses. */
function otherMood(chart: MouthChart, now: Mood): Mood {
  const moods = moodsOf(chart);
  if (moods.length > 1) {
    const at = now.mood === null ? 0 : moods.indexOf(now.mood);
    return { ...now, mood: moods[(at + 1) % moods.length]! };
  }
  const other = chart.drawings.find(({ drawing }) => drawing !== (now.pauseDrawing ?? chart.rest));
  return { ...now, pauseDrawing: other?.drawing ?? null };
}

function MoodRow({
  line,
  stretch,
  chart,
  onChange,
  onBlend,
  onRemove,
}: {
  line: Line;
  stretch: MoodStretch;
  chart: MouthChart;
  onChange: (mood: Mood) => void;
  onBlend: (blend: Flicks) => void;
  onRemove: () => void;
}) {
  const { transport } = useOpenScene();
  const moods = moodsOf(chart);
  const { mood, pauseDrawing, start } = stretch;
  const when = toSeconds(sceneTime(line, Math.max(start, line.offset)));
  const from = `from ${when.toFixed(1)} s`;
  return (
    <div className="field-row mb-1">
      {line.moods.length > 0 && (
        <Button
          size="sm"
          variant="link"
          className="p-0 figures text-nowrap"
          title="Go there"
          onClick={() => transport.seek(when)}
        >
          {from}
        </Button>
      )}
      {moods.length > 1 && (
        <Form.Select
          size="sm"
          aria-label={start === 0 ? 'Mood' : `Mood ${from}`}
          value={mood ?? moods[0]}
          onChange={({ target }) => onChange({ mood: target.value, pauseDrawing })}
        >
          {moods.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </Form.Select>
      )}
      <Form.Select
        size="sm"
        aria-label={start === 0 ? 'In pauses' : `In pauses ${from}`}
        title="The mouth that is shown in pauses"
        value={pauseDrawing ?? ''}
        onChange={({ target }) => onChange({ mood, pauseDrawing: target.value || null })}
      >
        <option value="">pauses: rest</option>
        {chartInMood(chart, mood).drawings.map(({ drawing, label }) => (
          <option key={drawing} value={drawing}>
            pauses: {label}
          </option>
        ))}
      </Form.Select>
      {start > 0 && (
        <BlendChoice
          label={`How the mouth comes into it ${from}`}
          blend={line.moods.find(({ time }) => time === start)?.blend ?? 0}
          onChange={onBlend}
        />
      )}
      {start > 0 && (
        <IconButton icon={X} label={`Take the change ${from} away`} onClick={onRemove} />
      )}
    </div>
  );
}

/** Over how many frames one mood may go over into another. */
const BLENDS = [2, 4, 8, 16];

function BlendChoice({
  label,
  blend,
  onChange,
}: {
  label: string;
  blend: Flicks;
  onChange: (blend: Flicks) => void;
}) {
  const frame = useScene(({ scene }) => frameLength(scene.frameRate));
  const frames = Math.round(blend / frame);
  const offered = [...new Set([...BLENDS, ...(frames > 0 ? [frames] : [])])].sort((a, b) => a - b);
  return (
    <Form.Select
      size="sm"
      aria-label={label}
      title="Change at once, or blend from one mood into the other"
      value={frames}
      onChange={({ target }) => onChange(Number(target.value) * frame)}
    >
      <option value={0}>cut</option>
      {offered.map((count) => (
        <option key={count} value={count}>
          blend {count} frames
        </option>
      ))}
    </Form.Select>
  );
}
