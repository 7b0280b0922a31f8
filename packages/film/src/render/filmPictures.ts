import { RgbaPicture, Yuv420Picture, type PictureForm } from '@cruvo/core/formats';
import { stretchOf, type FilmPart, type FilmSettings } from '@cruvo/core/delivery';
import type { Frame } from '@cruvo/core/frame';
import { Player, type Program } from '@cruvo/core/program';
import { frameCount, frameMiddle, type Flicks } from '@cruvo/core/time';
import { retainedNodePainter, type NodeImages } from '../images';

/** Steps of what falls that are worked out before somebody may cancel. */
const STEPS_AT_ONCE = 120;

/** What is painted. */
export interface PaintedStretch {
  /** The frames of the stretch that are painted; all, where nothing is said. */
  readonly part?: FilmPart | undefined;
  /** One that has played what comes before, so that it need not be played again. */
  readonly player?: Player | undefined;
  readonly program: Program;
  readonly images: NodeImages;
  readonly settings: FilmSettings;
  /** Is given each frame as it is painted. */
  readonly onFrame?: ((frame: Frame) => void) | undefined;
}

/** Plays what of a scene is seen in a film. */
export function playerFor(program: Program, { only, captions }: FilmSettings): Player {
  return new Player(program, {
    ...{ only, backdrop: only === null, captions: captions === 'picture' },
  });
}

/** Pictures that follow each other at the film's rate. */
export interface Pictures {
  /** How many there are. */
  readonly count: number;
  /** Works out some of what falls before a picture. @returns whether it can be shown now */
  approach(index: number): boolean;
  /** Goes to a picture. @returns whether it looks otherwise than the one before */
  show(index: number): boolean;
  /** What is shown, in its form; it changes with the next picture. @throws before the first */
  readonly bytes: Uint8Array;
}

/** The pictures of a stretch of a scene, of which only what changed is painted and converted. */
export class FilmPictures implements Pictures {
  readonly count: number;
  private readonly painter = retainedNodePainter();
  private readonly player: Player;
  private picture: Yuv420Picture | RgbaPicture | null = null;

  constructor(
    private readonly film: PaintedStretch,
    private readonly form: PictureForm,
  ) {
    const { program, settings } = film;
    const { start, end } = stretchOf(settings, program.scene.length);
    this.player = film.player ?? playerFor(program, settings);
    this.count = film.part?.count ?? frameCount(end - start, settings.frameRate);
  }

  approach(index: number): boolean {
    const time = this.timeOf(index);
    this.player.approach(time, STEPS_AT_ONCE);
    return this.player.missingSteps(time) === 0;
  }

  show(index: number): boolean {
    const { settings, images } = this.film;
    const { background } = settings;
    const frame = this.player.seek(this.timeOf(index));
    this.film.onFrame?.(frame);
    const changed = this.painter.paintFrame(frame, images, settings, background);
    const { plane } = this.painter;
    this.picture ??=
      this.form === 'yuv420p'
        ? new Yuv420Picture(plane)
        : new RgbaPicture(plane, settings.premultiplied);
    for (const region of changed) this.picture.update(region);
    return changed.length > 0;
  }

  private timeOf(index: number): Flicks {
    const { part, settings } = this.film;
    const at = (part?.first ?? 0) + index;
    return (settings.stretch?.start ?? 0) + frameMiddle(at, settings.frameRate);
  }

  get bytes(): Uint8Array {
    if (!this.picture) throw new Error('No picture has been shown yet.');
    return this.picture.bytes;
  }
}
