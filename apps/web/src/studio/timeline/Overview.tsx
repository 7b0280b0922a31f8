import { useDrag } from '@use-gesture/react';
import { useEffect, useRef } from 'react';
import { heardVoice } from '@cruvo/core/scene';
import { useTheme } from '../../shell/theme';
import { useOpenScene } from '../SceneContext';
import { lineTimes } from '../lineTimes';
import { colorsOf } from './timelinePicture';
import { clampViewport, type Extent, type Viewport } from './viewport';

const HEIGHT = 26;

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
  const { program, peaks } = useOpenScene();
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
    for (const { line } of program.members.flatMap(({ lines }) => lines)) {
      const pyramid = peaks.get(heardVoice(line)?.peaks ?? '');
      const { start, end, origin } = lineTimes(line);
      const last = Math.min(extent.width, Math.ceil(end * perSecond));
      for (let x = Math.ceil(start * perSecond); pyramid && x < last; x++) {
        const from = x / perSecond - origin;
        const { low, high } = pyramid.between(from, from + 1 / perSecond);
        context.fillRect(x, (HEIGHT / 2) * (1 - high), 1, Math.max(1, (HEIGHT / 2) * (high - low)));
      }
    }
    const left = viewport.start * perSecond;
    context.strokeStyle = colors.chosen;
    context.lineWidth = 2;
    context.strokeRect(left + 1, 1, Math.max(6, shown * perSecond) - 2, HEIGHT - 2);
  }, [program, peaks, viewport.start, extent.width, perSecond, shown, theme]);

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
