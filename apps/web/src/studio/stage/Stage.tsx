import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { Frame } from '@cruvo/core/frame';
import { movedBy, Player } from '@cruvo/core/program';
import { frameAt, frameMiddle, toFlicks } from '@cruvo/core/time';
import { FrameMeter } from '../playback/frameMeter';
import { followPlayhead } from '../playback/followPlayhead';
import { useOpenScene, useProgram, useScene, useTransport } from '../SceneContext';
import { BodyOutlines } from '../falling/BodyOutlines';
import { FallingNote } from '../falling/FallingNote';
import { EmitterHandles } from '../flying/EmitterHandles';
import { StageCanvas } from './StageCanvas';
import { PerformHandles } from './PerformHandles';
import { PoseHandles } from './PoseHandles';
import { StageHandles } from './StageHandles';
import { useCanvasBox } from './useCanvasBox';
import { stepsLeft } from './stepsLeft';
import { useFrames, type FrameSource } from './useFrames';

/** The scene as the film will show it, as large as there is room for. */
export function Stage() {
  const { images, transport, performing } = useOpenScene();
  const program = useProgram();
  const { stage, frameRate } = program.scene;
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const meter = useMemo(() => new FrameMeter(), []);
  const [player] = useState(() => new Player(program));
  const [dropped, setDropped] = useState(0);
  /** Steps of what falls that are still to be worked out before the time can be seen. */
  const [falling, setFalling] = useState(0);
  const last = useRef<Frame | null>(null);
  const repaint = useRef<(() => void) | null>(null);
  const again = useRef(0);
  const playing = useTransport((state) => state.playing);
  const waiting = useTransport((state) => state.waiting);
  const posing = useScene((state) => state.posing);
  const performed = useStore(performing.state, (state) => state.member);
  const box = useCanvasBox(holder, stage);

  const source = useMemo<FrameSource>(
    () => ({
      frame: () => {
        const index = frameAt(toFlicks(transport.time()), frameRate);
        const { playing: isPlaying, waiting: isWaiting } = transport.state.getState();
        if (isPlaying && !isWaiting) meter.shown(index);
        player.swap(program);
        const time = frameMiddle(index, frameRate);
        const left = stepsLeft(player, time);
        setFalling(left);
        // The picture before stays until what falls has been worked out: no step of it is ever left out.
        if (left > 0 && last.current) {
          again.current = requestAnimationFrame(() => repaint.current?.());
          return last.current;
        }
        const own = performed === null ? undefined : movedBy(program, performed);
        const live = own && performing.live(own);
        return (last.current = player.seek(time, live));
      },
      follow: (paint) => {
        repaint.current = paint;
        const unsubscribe = performing.state.subscribe(paint);
        const unfollow = followPlayhead(transport, paint);
        return () => {
          repaint.current = null;
          cancelAnimationFrame(again.current);
          unsubscribe();
          unfollow();
        };
      },
    }),
    [player, program, frameRate, meter, transport, performing, performed],
  );
  useFrames(canvas, box, images, source);

  useEffect(() => {
    if (!playing) return;
    meter.reset();
    const timer = setInterval(() => setDropped(meter.dropped), 250);
    return () => {
      clearInterval(timer);
      setDropped(meter.dropped);
    };
  }, [playing, meter]);

  return (
    <StageCanvas
      holder={holder}
      canvas={canvas}
      box={box}
      label={`The scene “${program.scene.name}” as the film will show it`}
      seeThrough={stage.background === null}
    >
      {performed !== null ? (
        <PerformHandles box={box} player={player} />
      ) : posing ? (
        <PoseHandles box={box} player={player} />
      ) : (
        <StageHandles box={box} />
      )}
      {performed === null && !posing && !playing && <EmitterHandles box={box} />}
      {performed === null && <BodyOutlines box={box} player={player} />}
      {falling > 0 && <FallingNote left={falling} />}
      {(playing || dropped > 0) && (
        <span
          className="readout figures"
          title="Pictures left out so that sound and picture stay together"
        >
          {waiting ? 'waiting for sound …' : `${dropped} dropped`}
        </span>
      )}
    </StageCanvas>
  );
}
