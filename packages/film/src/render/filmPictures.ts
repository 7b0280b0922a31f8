import { RgbaPicture, Yuv420Picture, type PictureForm } from '@cruvo/core/formats';
import { stretchOf, type FilmSettings } from '@cruvo/core/delivery';
import { Player, type Program } from '@cruvo/core/program';
import { frameCount, frameMiddle } from '@cruvo/core/time';
import { retainedNodePainter, type NodeImages } from '../images';

/** What is painted. */
export interface PaintedStretch {
  readonly program: Program;
  readonly images: NodeImages;
  readonly settings: FilmSettings;
}

/** Pictures that follow each other at the film's rate. */
export interface Pictures {
  /** How many there are. */
  readonly count: number;
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
    const { only, captions, frameRate } = settings;
    const { start, end } = stretchOf(settings, program.scene.length);
    this.player = new Player(program, {
      ...{ only, backdrop: only === null, captions: captions === 'picture' },
    });
    this.count = frameCount(end - start, frameRate);
  }

  show(index: number): boolean {
    const { settings, images } = this.film;
    const { frameRate, background, stretch } = settings;
    const frame = this.player.seek((stretch?.start ?? 0) + frameMiddle(index, frameRate));
    const changed = this.painter.paintFrame(frame, images, settings, background);
    const { plane } = this.painter;
    this.picture ??=
      this.form === 'yuv420p'
        ? new Yuv420Picture(plane)
        : new RgbaPicture(plane, settings.premultiplied);
    for (const region of changed) this.picture.update(region);
    return changed.length > 0;
  }

  get bytes(): Uint8Array {
    if (!this.picture) throw new Error('No picture has been shown yet.');
    return this.picture.bytes;
  }
}
