import { Yuv420Picture } from '@cruvo/core/formats';
import type { Frame } from '@cruvo/core/frame';
import type { FilmSettings } from '@cruvo/core/scene';
import { retainedNodeSurface, type NodeImages } from '../images';

/** The pictures of a film one after the other, of which only what changed is painted and converted. */
export class FilmPictures {
  private readonly surface: ReturnType<typeof retainedNodeSurface>;
  private readonly picture: Yuv420Picture;

  constructor(
    private readonly film: { readonly settings: FilmSettings; readonly images: NodeImages },
  ) {
    const { width, height } = film.settings;
    this.surface = retainedNodeSurface(width, height);
    this.picture = new Yuv420Picture(width, height);
  }

  /** Paints a frame. @returns whether it looks otherwise than the one before */
  show(frame: Frame): boolean {
    const { settings, images } = this.film;
    const { canvas, painter } = this.surface;
    const changed = painter.paintFrame(frame, images, settings, settings.background);
    const context = canvas.getContext('2d');
    for (const region of changed) {
      const box = this.picture.evenBox(region);
      const { data } = context.getImageData(box.x, box.y, box.width, box.height);
      this.picture.update(box, data);
    }
    return changed.length > 0;
  }

  /** Room for one picture as the encoder takes it. */
  copy(): Buffer {
    return Buffer.alloc(this.picture.bytes.length);
  }

  copyTo(bytes: Buffer): void {
    bytes.set(this.picture.bytes);
  }
}
