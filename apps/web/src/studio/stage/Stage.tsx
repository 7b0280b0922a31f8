import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { evaluate, frameAt, frameTime } from '@cruvo/core/scene';
import { FrameMeter } from '../playback/frameMeter';
import { usePlayhead } from '../playback/usePlayhead';
import { useOpenScene, useTransport } from '../SceneContext';
import { retainedPainterFor, type BrowserRetainedPainter } from './browserGallery';
import { StageCanvas } from './StageCanvas';
import { useCanvasBox } from './useCanvasBox';

/** The scene as the film will show it, as large as there is room for. */
export function Stage() {
  const { prepared, gallery, transport } = useOpenScene();
  const { stage, frameRate } = prepared.scene;
  const holder = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const painter = useRef<BrowserRetainedPainter | null>(null);
  const meter = useMemo(() => new FrameMeter(), []);
  const [dropped, setDropped] = useState(0);
  const playing = useTransport((state) => state.playing);
  const waiting = useTransport((state) => state.waiting);
  const box = useCanvasBox(holder, stage);

  const paint = useCallback(
    (time: number) => {
      if (!canvas.current || box.width === 0) return;
      const index = frameAt(time, frameRate);
      const { playing: isPlaying, waiting: isWaiting } = transport.state.getState();
      if (isPlaying && !isWaiting) meter.shown(index);
      const frame = evaluate(prepared, frameTime(index, frameRate));
      painter.current ??= retainedPainterFor(canvas.current);
      painter.current.paintFrame(frame, gallery, canvas.current);
    },
    [prepared, gallery, frameRate, box, meter, transport],
  );

  useEffect(() => {
    // A canvas of another size is empty.
    painter.current?.forget();
    paint(transport.time());
  }, [paint, transport]);
  usePlayhead(paint);

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
      label={`The scene “${prepared.scene.name}” as the film will show it`}
    >
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
