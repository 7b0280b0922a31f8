import { useDrag } from '@use-gesture/react';
import { useEffect, useRef } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { heardVoice, linesOf, type Line } from '@cruvo/core/scene';
import { useTheme } from '../../shell/theme';
import { useOpenScene, useScene } from '../SceneContext';
import { lineTimes } from '../lineTimes';
import { colorsOf } from './timelinePicture';
import { clampViewport, type Extent, type Viewport } from './viewport';

const HEIGHT = 26;

function timesInOrder(line: Line): [start: number, end: number, origin: number] {
  const { start, end, origin } = lineTimes(line);
  return [start, end, origin];
}

/** The whole scene in one strip; the part in view is framed and can be dragged along. */
export function Overview({
  viewport,
  extent,
  onMove,
}: {
  viewport: Viewport;
  extent: Extent;
  onMove: (viewport: Viewport) => void;
}) {
  const { peaks } = useOpenScene();
  // Compared by value: most changes of a line are not seen here.
  const voices = useScene(
    useShallow(({ scene }) => linesOf(scene).map((line) => heardVoice(line)?.peaks ?? '')),
  );
  const times = useScene(useShallow(({ scene }) => linesOf(scene).flatMap(timesInOrder)));
  const theme = useTheme((state) => state.theme);
  const canvas = useRef<HTMLCanvasElement>(null);
  const perSecond = extent.width / extent.length;
  const shown = extent.width / viewport.scale;

  useEffect(() => {
    const element = canvas.current!;
    element.width = extent.width;
    element.height = HEIGHT;
    const context = element.getContext('2d')!;
    const colors = colorsOf(element);
    context.fillStyle = colors.lane;
    context.fillRect(0, 0, extent.width, HEIGHT);
    context.fillStyle = colors.waveQuiet;
    voices.forEach((voice, at) => {
      const pyramid = peaks.get(voice);
      const [start, end, origin] = times.slice(3 * at, 3 * at + 3) as [number, number, number];
      const last = Math.min(extent.width, Math.ceil(end * perSecond));
      for (let x = Math.ceil(start * perSecond); pyramid && x < last; x++) {
        const from = x / perSecond - origin;
        const { low, high } = pyramid.between(from, from + 1 / perSecond);
        context.fillRect(x, (HEIGHT / 2) * (1 - high), 1, Math.max(1, (HEIGHT / 2) * (high - low)));
      }
    });
    const left = viewport.start * perSecond;
    context.strokeStyle = colors.chosen;
    context.lineWidth = 2;
    context.strokeRect(left + 1, 1, Math.max(6, shown * perSecond) - 2, HEIGHT - 2);
  }, [voices, times, peaks, viewport.start, extent.width, perSecond, shown, theme]);

  useDrag(
    ({ xy: [clientX] }) => {
      const x = clientX - canvas.current!.getBoundingClientRect().left;
      onMove(clampViewport({ ...viewport, start: x / perSecond - shown / 2 }, extent));
    },
    { target: canvas, filterTaps: false },
  );

  return (
    <div className="overview" title="Drag to move the view">
      <canvas ref={canvas} style={{ height: HEIGHT }} aria-hidden />
    </div>
  );
}
