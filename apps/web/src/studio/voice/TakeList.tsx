import { Pause, Play, Replace, Star, Trash2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  isVoiced,
  takeInUse,
  withBestTakes,
  withLines,
  withoutTake,
  type Line,
  type Take,
} from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { mediaUrl } from '../../api/media';
import { composeVoice } from '../../api/voices';
import { IconButton } from '../../shell/IconButton';
import { stretchIn, timeInTake, withStretch } from '../record/recordTarget';
import { useOpenScene, useScene, useTransport } from '../SceneContext';
import type { Replacing } from './useReplacing';

/** The takes of a line: to listen to, to mark, and to choose from, whole or for the loop alone. */
export function TakeList({ line, replacing }: { line: Line; replacing: Replacing }) {
  const { store } = useOpenScene();
  const frameRate = useScene(({ scene }) => scene.frameRate);
  const listening = useListening();
  const loop = useTransport((state) => state.loop);
  if (line.takes.length === 0) return null;
  const used = takeInUse(line);
  const best = withBestTakes(line);
  const stretch = stretchIn(line, loop);
  const edit = (change: (line: Line) => Line) =>
    store.getState().edit((scene) => withLines(scene, [change(scene.lines[line.id]!)]));
  const star = ({ id, starred }: Take) =>
    edit((now) => ({
      ...now,
      takes: now.takes.map((one) => (one.id === id ? { ...one, starred: !starred } : one)),
    }));
  const putIntoLoop = async ({ voice, offset }: Take) => {
    if (!isVoiced(line) || !stretch) return;
    const other = { working: voice.working, offset: timeInTake(line, offset, stretch.start) };
    const make = () => composeVoice(line.name, withStretch(line, stretch, other));
    await replacing.replace(line, { kind: 'composed', make }, frameRate);
  };
  return (
    <section className="take-list small" aria-label="Takes">
      {line.takes.map((take) => (
        <div key={take.id} className={take === used ? 'take used' : 'take'}>
          <IconButton
            icon={listening.id === take.id ? Pause : Play}
            label={listening.id === take.id ? 'Stop' : `Listen to ${take.name}`}
            onClick={() => listening.toggle(take)}
          />
          <span className="flex-fill text-truncate" title={take.voice.name}>
            {take.name} <span className="quiet figures">{toSeconds(take.length).toFixed(1)} s</span>
          </span>
          {take === used ? (
            <span className="quiet">in use</span>
          ) : (
            <>
              {stretch && (
                <IconButton
                  icon={Replace}
                  label={`Use ${take.name} in the loop only`}
                  onClick={() => void putIntoLoop(take)}
                />
              )}
              <Button
                size="sm"
                variant="link"
                className="p-0"
                aria-label={`Use ${take.name}`}
                onClick={() => void replacing.replace(line, { kind: 'take', take }, frameRate)}
              >
                use
              </Button>
            </>
          )}
          <IconButton
            icon={Star}
            label={take.starred ? `${take.name} is a good one` : `Mark ${take.name} as a good one`}
            pressed={take.starred}
            onClick={() => star(take)}
          />
          {take !== used && (
            <IconButton
              icon={Trash2}
              label={`Delete ${take.name}`}
              onClick={() => edit((now) => withoutTake(now, take.id))}
            />
          )}
        </div>
      ))}
      {best.takes.length < line.takes.length && (
        <Button
          size="sm"
          variant="link"
          className="p-0 text-decoration-none"
          title="Deletes takes that are neither in use nor marked as good; undo brings them back"
          onClick={() => edit(withBestTakes)}
        >
          Keep the good ones only
        </Button>
      )}
    </section>
  );
}

/** Lets one take be heard by itself. */
function useListening() {
  const [id, setId] = useState<string | null>(null);
  const audio = useRef<HTMLAudioElement | null>(null);
  const stop = () => {
    audio.current?.pause();
    audio.current = null;
    setId(null);
  };
  useEffect(() => () => audio.current?.pause(), []);
  const toggle = (take: Take) => {
    const again = id === take.id;
    stop();
    if (again) return;
    const [from, to] = [toSeconds(take.offset), toSeconds(take.offset + take.length)];
    const sound = new Audio(`${mediaUrl(take.voice.working)}#t=${from},${to}`);
    sound.onended = stop;
    sound.onpause = stop;
    audio.current = sound;
    setId(take.id);
    sound.play().catch(stop);
  };
  return { id, toggle };
}
