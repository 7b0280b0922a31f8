import { ChevronLeft, ChevronRight, Diamond } from 'lucide-react';
import { useCallback, useState } from 'react';
import { Form } from 'react-bootstrap';
import { mixControls } from '@cruvo/core/controls';
import {
  EASINGS,
  mirroredTrack,
  retimedTrack,
  withKey,
  withKeyChanged,
  withoutKey,
  type KeyTrack,
} from '@cruvo/core/keys';
import { baked, keyToReach, movedBy, placeOfTarget } from '@cruvo/core/program';
import { frameAt, frameStart, toFlicks, toSeconds, type Flicks } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { MoreMenu } from '../../shell/MoreMenu';
import { usePlayhead } from '../playback/usePlayhead';
import { useOpenScene, useProgram, useScene } from '../SceneContext';
import { ControlStack } from './ControlStack';
import { KeyGraph } from './KeyGraph';
import { MuteButton } from './MuteButton';
import { ShareSlider } from './ShareSlider';

/** The longest stretch that is baked at once. */
const LONGEST_BAKE: Flicks = toFlicks(600);

/** The keys of one control: its value at the playhead, and how it goes from key to key. */
export function KeyCard({
  track,
  name,
  onChange,
  onClose,
}: {
  track: KeyTrack;
  name: string;
  onChange: (track: KeyTrack) => void;
  /** Takes the control off the list. */
  onClose: () => void;
}) {
  const { transport } = useOpenScene();
  const program = useProgram();
  const scene = useScene((state) => state.scene);
  const { frameRate } = scene;
  const [frame, setFrame] = useState(() => frameAt(toFlicks(transport.time()), frameRate));
  usePlayhead(
    useCallback((time: number) => setFrame(frameAt(toFlicks(time), frameRate)), [frameRate]),
  );
  const own = movedBy(program, track.member);
  const place = own && placeOfTarget(own.controls, track.control);
  if (!own || !place) {
    return (
      <section className="control-card small" aria-label={name}>
        The control of these keys is not there any more.{' '}
        <button type="button" className="btn btn-link btn-sm p-0" onClick={onClose}>
          Delete them
        </button>
      </section>
    );
  }
  const time = frameStart(frame, frameRate);
  const rest = own.controls.rest[place.slot]!;
  const range = { min: rest - place.down, max: rest + place.up };
  const value = mixControls(own.controls, own.sources, time)[place.slot]!;
  const here = track.keys.find((key) => key.time === time);
  const before = track.keys.findLast((key) => key.time <= time);
  const keyed = (wanted: number) =>
    onChange(withKey(track, time, keyToReach(own, track, time, wanted)));
  const go = (next: Flicks | undefined) => next !== undefined && transport.seek(toSeconds(next));
  const bake = () => {
    const { start, end } = scene.workArea ?? { start: time, end: scene.length };
    const stretch = { start, end: Math.min(end, start + LONGEST_BAKE) };
    const keys = baked(own, track.control, stretch, frameRate);
    onChange({ ...track, mix: 'replace', soft: 0, keys });
  };
  const easing = Object.entries(EASINGS).find(
    ([, one]) => JSON.stringify(one) === JSON.stringify(before?.easing),
  );
  return (
    <section className="control-card reaction" aria-label={`Keys of ${name}`}>
      <div className="d-flex align-items-center gap-1 small">
        <span className="flex-fill text-truncate">{name}</span>
        <IconButton
          icon={ChevronLeft}
          label={`To the key of ${name} before`}
          onClick={() => go(track.keys.findLast((key) => key.time < time)?.time)}
        />
        <IconButton
          icon={Diamond}
          label={here ? `Take the key of ${name} away` : `Key ${name} here`}
          pressed={here !== undefined}
          onClick={() => (here ? onChange(withoutKey(track, time)) : keyed(value))}
        />
        <IconButton
          icon={ChevronRight}
          label={`To the next key of ${name}`}
          onClick={() => go(track.keys.find((key) => key.time > time)?.time)}
        />
        <MuteButton
          name={`the keys of ${name}`}
          muted={track.muted}
          onChange={(muted) => onChange({ ...track, muted })}
        />
        <MoreMenu
          name={`the keys of ${name}`}
          align="end"
          entries={[
            [scene.workArea ? 'Bake the work area' : 'Bake from here, ten minutes at most', bake],
            ['Mirror', () => onChange(mirroredTrack(track, rest))],
            ['Twice as slow', () => onChange(retimedTrack(track, 2))],
            ['Twice as fast', () => onChange(retimedTrack(track, 0.5))],
            ['Delete all keys', onClose],
          ]}
        />
      </div>
      <ShareSlider
        field={{
          ...{ label: 'Value', ...range, step: (range.max - range.min) / 200 },
          inWords: (one) => one.toFixed(2),
        }}
        name={`Value of ${name} here`}
        value={value}
        usual={rest}
        onChange={keyed}
      />
      <ControlStack program={own} slot={place.slot} time={time} />
      {track.keys.length > 0 && (
        <>
          <KeyGraph {...{ track, range, frameRate, onChange }} />
          <div className="d-flex gap-1 mt-1">
            <Form.Select
              size="sm"
              aria-label={`How ${name} goes on`}
              disabled={!before}
              value={easing?.[0] ?? ''}
              onChange={({ target }) =>
                onChange(
                  withKeyChanged(track, before!.time, {
                    easing: EASINGS[target.value as keyof typeof EASINGS],
                  }),
                )
              }
            >
              {!easing && <option value="">its own way</option>}
              {Object.keys(EASINGS).map((one) => (
                <option key={one} value={one}>
                  goes on {one}
                </option>
              ))}
            </Form.Select>
            <Form.Select
              size="sm"
              aria-label={`How the keys of ${name} are laid over the rest`}
              value={track.mix}
              onChange={({ target }) =>
                onChange({ ...track, mix: target.value as KeyTrack['mix'] })
              }
            >
              <option value="replace">Instead</option>
              <option value="add">Added</option>
            </Form.Select>
          </div>
        </>
      )}
    </section>
  );
}
