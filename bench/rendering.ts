import { execFileSync } from 'node:child_process';
import { closeSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { Player } from '@cruvo/core/program';
import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { heardLines, placedSound } from '@cruvo/core/scene';
import { frameCount, frameMiddle, toFlicks, toSeconds } from '@cruvo/core/time';
import { drawingsOf, loadImages, nodePainter, type NodeImages } from '@cruvo/film/images';
import { encodingOf, renderFilm, rgbaFilmArguments } from '@cruvo/film/render';
import type { DemoScene, PaintedScene } from './demoScene';

export interface RenderingFigures {
  /** Frames a second: the whole film, and ffmpeg alone with the same frames from a file. */
  readonly film: number;
  readonly encoder: number;
  readonly ratio: number;
}

/** How often each is made, and how much of it; see-through films take their encoders far longer. */
const RUNS = { opaque: 6, transparent: 2 } as const;
const TRANSPARENT_LENGTH = toFlicks(5);

/** What is made, and how the encoder calls its pixels. */
const FORMATS = {
  mp4: { background: '#33414a', pixels: 'yuv420p', name: 'film.mp4' },
  webm: { background: null, pixels: 'yuva420p', name: 'film.webm' },
  mov: { background: null, pixels: 'yuva444p10le', name: 'film.mov' },
} as const;

export type BenchedFormat = keyof typeof FORMATS;

/** Renders the demo, and has ffmpeg alone encode the same raw frames with the same settings; the best of some of each, in turn. */
export async function benchRendering(
  demo: DemoScene,
  width: number,
  height: number,
  format: BenchedFormat = 'mp4',
): Promise<RenderingFigures> {
  const { background, pixels, name } = FORMATS[format];
  const settings: FilmSettings = {
    ...{ ...USUAL_FILM, width, height, frameRate: '24', background, format },
    stretch: background === null ? { start: 0, end: TRANSPARENT_LENGTH } : null,
  };
  const images = await imagesOf(demo);
  const length = settings.stretch?.end ?? demo.program.scene.length;
  const frames = frameCount(length, settings.frameRate);
  const raw = join(demo.folder, 'frames.rgba');
  writeRawFrames(raw, demo, images, settings, frames);
  const sounds = heardLines(demo.program.scene).map((line) => {
    return { path: demo.voicePath, name: line.name, ...placedSound(line) };
  });
  const output = join(demo.folder, name);
  const encode = rgbaFilmArguments({
    ...{ encoding: encodingOf(format, settings), width, height, rate: settings.frameRate },
    ...{ length: toSeconds(length), output, frames: raw, pixels },
    sound: sounds.length > 0 ? demo.voicePath : null,
  });
  let [film, encoder] = [0, 0];
  const runs = background === null ? RUNS.transparent : RUNS.opaque;
  for (let run = 0; run < runs; run++) {
    encoder = Math.max(encoder, await rate(frames, () => void execFileSync('ffmpeg', encode)));
    film = Math.max(
      film,
      await rate(frames, async () => {
        await renderFilm({ program: demo.program, images, sounds, settings, output });
      }),
    );
  }
  rmSync(raw);
  return {
    film,
    encoder,
    ratio: film / encoder,
  };
}

export const imagesOf = (demo: PaintedScene): Promise<NodeImages> =>
  loadImages(drawingsOf(demo.program), async (media) => Buffer.from(demo.pictures.get(media)!));

async function rate(frames: number, work: () => void | Promise<void>): Promise<number> {
  const start = performance.now();
  await work();
  return (1000 * frames) / (performance.now() - start);
}

function writeRawFrames(
  path: string,
  { program }: DemoScene,
  images: NodeImages,
  settings: FilmSettings,
  frames: number,
): void {
  const player = new Player(program);
  const file = openSync(path, 'w');
  for (let index = 0; index < frames; index++) {
    const frame = player.seek(frameMiddle(index, settings.frameRate));
    writeSync(file, nodePainter.paintFrame(frame, images, settings, settings.background));
  }
  closeSync(file);
}
