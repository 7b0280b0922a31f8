import { evaluate, frameTime } from '@cruvo/core/scene';
import { nodeSurface } from '@cruvo/film/gallery';
import { onPage } from './browserPage';
import type { PaintedScene } from './demoScene';
import { galleryOf } from './rendering';
import { percentile, timeEach } from './timing';

export interface PaintingFigures {
  /** Milliseconds for one frame at 1280 × 720. */
  readonly median: number;
  readonly p95: number;
}

const FRAMES = 400;
const SIZE = { width: 1280, height: 720 };

/** Evaluates and paints every frame of the demo in Node; reading one pixel makes the canvas finish. */
export async function benchPaintingInNode(demo: PaintedScene): Promise<PaintingFigures> {
  const gallery = await galleryOf(demo);
  const { canvas, painter } = nodeSurface(SIZE.width, SIZE.height);
  const context = canvas.getContext('2d');
  const times = timeEach(FRAMES, (index) => {
    painter.paintFrame(evaluate(demo.prepared, frameTime(index, '24')), gallery, SIZE);
    context.getImageData(0, 0, 1, 1);
  });
  return { median: percentile(times, 0.5), p95: percentile(times, 0.95) };
}

/** The same in headless Chromium. */
export async function benchPaintingInChromium(demo: PaintedScene): Promise<PaintingFigures> {
  const { scene, characters, tracks } = demo.material;
  const input = {
    scene,
    characters: [...characters],
    tracks: [...tracks],
    pictures: [...demo.pictures],
    frames: FRAMES,
    size: SIZE,
  };
  const times = await onPage('paintingInBrowser.ts', (page) =>
    page.evaluate(
      (given) => (window as unknown as { paintAll(input: unknown): number[] }).paintAll(given),
      input,
    ),
  );
  return { median: percentile(times, 0.5), p95: percentile(times, 0.95) };
}
