import { execFileSync } from 'node:child_process';
import { closeSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { Player } from '@cruvo/core/program';
import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { heardLines, placedSound } from '@cruvo/core/scene';
import { frameCount, frameMiddle, toSeconds } from '@cruvo/core/time';
import { drawingsOf, loadImages, nodePainter, type NodeImages } from '@cruvo/film/images';
import { encodingOf, renderFilm, rgbaFilmArguments } from '@cruvo/film/render';
import type { DemoScene, PaintedScene } from './demoScene';

export interface RenderingFigures {
  /** Frames a second: the whole film, and ffmpeg alone with the same frames from a file. */
  readonly film: number;
  readonly encoder: number;
  readonly ratio: number;
}

const RUNS = 6;

/** Renders the demo, and has ffmpeg alone encode the same raw frames with the same settings; the best of six of each, in turn. */
export async function benchRendering(
  demo: DemoScene,
  width: number,
  height: number,
): Promise<RenderingFigures> {
  const settings: FilmSettings = {
    ...{ ...USUAL_FILM, width, height, frameRate: '24', background: '#33414a' },
  };
  const images = await imagesOf(demo);
  const { length } = demo.program.scene;
  const frames = frameCount(length, settings.frameRate);
  const raw = join(demo.folder, 'frames.rgba');
  writeRawFrames(raw, demo, images, settings);
  const sounds = heardLines(demo.program.scene).map((line) => {
    return { path: demo.voicePath, name: line.name, ...placedSound(line) };
  });
  const output = join(demo.folder, 'film.mp4');
  const encode = rgbaFilmArguments({
    ...{ encoding: encodingOf('mp4', settings), width, height, rate: settings.frameRate },
    ...{ length: toSeconds(length), output, frames: raw, pixels: 'yuv420p' },
    sound: sounds.length > 0 ? demo.voicePath : null,
  });
  let [film, encoder] = [0, 0];
  for (let run = 0; run < RUNS; run++) {
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
): void {
  const player = new Player(program);
  const file = openSync(path, 'w');
  for (let index = 0; index < frameCount(program.scene.length, settings.frameRate); index++) {
    const frame = player.seek(frameMiddle(index, settings.frameRate));
    writeSync(file, nodePainter.paintFrame(frame, images, settings));
  }
  closeSync(file);
}
