import { Yuv420Picture } from '@cruvo/core/formats';
import type { Frame } from '@cruvo/core/frame';
import type { FilmSettings } from '@cruvo/core/scene';
import { retainedNodePainter, type NodeImages } from '../images';

/** The pictures of a film one after the other, of which only what changed is painted and converted. */
export class FilmPictures {
  private readonly painter = retainedNodePainter();
  private picture: Yuv420Picture | null = null;

  constructor(
    private readonly film: { readonly settings: FilmSettings; readonly images: NodeImages },
  ) {}

  /** Paints a frame. @returns whether it looks otherwise than the one before */
  show(frame: Frame): boolean {
    const { settings, images } = this.film;
    const changed = this.painter.paintFrame(frame, images, settings, settings.background);
    this.picture ??= new Yuv420Picture(this.painter.plane);
    for (const region of changed) this.picture.update(region);
    return changed.length > 0;
  }

  /** Room for one picture as the encoder takes it. */
  copy(): Buffer {
    const { width, height } = this.film.settings;
    return Buffer.alloc(1.5 * width * height);
  }

  /** Gives the picture that was painted last. */
  copyTo(bytes: Buffer): void {
    if (this.picture) bytes.set(this.picture.bytes);
  }
}
