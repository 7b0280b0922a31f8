import {
  ChevronLeft,
  ChevronRight,
  Gauge,
  Pause,
  Play,
  Repeat,
  SkipBack,
  Maximize2,
  ZoomIn,
  ZoomOut,
} from 'lucide-react';
import { useCallback, useRef } from 'react';
import { frameAt, toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { MouthTray } from '../mouths/MouthTray';
import { chosenMouth } from '../mouths/mouthEdits';
import { useOpenScene, useProgram, useScene, useTransport } from '../SceneContext';
import type { TimelineView } from '../timeline/Timeline';
import { stepFrames } from './stepFrames';
import { toggleLoop } from './toggleLoop';
import { usePlayhead } from './usePlayhead';

/** Play and its companions, where the scene stands, and the mouths to choose from. */
export function TransportBar({ view }: { view: () => TimelineView | null }) {
  const { transport } = useOpenScene();
  const playing = useTransport((state) => state.playing);
  const speed = useTransport((state) => state.speed);
  const frameRate = useScene(({ scene }) => scene.frameRate);

  return (
    <div className="transport" role="toolbar" aria-label="Transport">
      <IconButton
        icon={SkipBack}
        label="To start"
        shortcut="Home"
        onClick={() => transport.seek(0)}
      />
      <IconButton
        icon={ChevronLeft}
        label="Previous frame"
        shortcut=","
        onClick={() => stepFrames(transport, frameRate, -1)}
      />
      <IconButton
        icon={playing ? Pause : Play}
        label={playing ? 'Pause' : 'Play'}
        shortcut="Space"
        variant="primary"
        onClick={() => transport.toggle()}
      />
      <IconButton
        icon={ChevronRight}
        label="Next frame"
        shortcut="."
        onClick={() => stepFrames(transport, frameRate, 1)}
      />
      <LoopButton />
      <IconButton
        icon={Gauge}
        label={speed === 1 ? 'Half speed' : 'Full speed'}
        shortcut="H"
        pressed={speed !== 1}
        onClick={() => transport.setSpeed(speed === 1 ? 0.5 : 1)}
      />
      <Clock />
      <IconButton icon={ZoomOut} label="Zoom out" shortcut="−" onClick={() => view()?.zoom(-1)} />
      <IconButton icon={ZoomIn} label="Zoom in" shortcut="+" onClick={() => view()?.zoom(1)} />
      <IconButton
        icon={Maximize2}
        label="Show the whole scene"
        shortcut="0"
        onClick={() => view()?.whole()}
      />
      <MouthTray />
    </div>
  );
}

function LoopButton() {
  const { transport } = useOpenScene();
  const program = useProgram();
  const loop = useTransport((state) => state.loop);
  const chosen = useScene((state) => state.chosen);
  const toggle = () =>
    toggleLoop(transport, toSeconds(program.scene.length), chosenMouth(program, chosen));
  return (
    <IconButton
      icon={Repeat}
      label={loop ? 'Stop looping' : 'Loop around here (or drag with Shift on the timeline)'}
      shortcut="L"
      pressed={loop !== null}
      onClick={toggle}
    />
  );
}

/** Minutes, seconds and the frame, kept up to date without rendering anew. */
function Clock() {
  const frameRate = useScene(({ scene }) => scene.frameRate);
  const element = useRef<HTMLSpanElement>(null);
  const show = useCallback(
    (time: number) => {
      const frame = frameAt(toFlicks(time), frameRate);
      const shown = Math.max(0, time);
      const minutes = Math.floor(shown / 60);
      const seconds = (shown - 60 * minutes).toFixed(2).padStart(5, '0');
      if (element.current)
        element.current.textContent = `${minutes}:${seconds} · frame ${frame + 1}`;
    },
    [frameRate],
  );
  usePlayhead(show);
  return <span className="time figures" ref={element} title={`at ${frameRate} frames a second`} />;
}
