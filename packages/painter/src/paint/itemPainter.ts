import type {
  BentItem,
  ClipPath,
  DrawingItem,
  FrameItem,
  GroupItem,
  VectorShape,
} from '@cruvo/core/frame';
import { particleLayers } from '@cruvo/core/frame';
import { intersectionOf, multiply, translation, type Box, type Matrix } from '@cruvo/core/geometry';
import type { KernelMemory } from '@cruvo/core/kernel';
import { Plane } from '@cruvo/core/raster';
import { BentPictures } from './bentPictures';
import { boxOfDrawing, paintedBoxOf, pixelBoxOf } from './bounds';
import type { DrawImage, ImageStore, Picture } from './images';
import type { Sprites } from './sprites';
import { Vectors } from './vectors';

/** Paints items onto planes, pixel by pixel: the same wherever it runs. */
export class ItemPainter<Image> {
  private readonly vectors: Vectors;
  private readonly bentPictures: BentPictures<Image>;
  private readonly clips = new WeakMap<ClipPath, VectorShape>();

  /**
   * @param memory in which the planes lie
   * @param sprites where drawings that only move are kept; null: each is painted anew
   */
  constructor(
    readonly memory: KernelMemory,
    private readonly drawImage: DrawImage<Image>,
    private readonly sprites: Sprites | null,
  ) {
    this.vectors = new Vectors(memory);
    this.bentPictures = new BentPictures(drawImage);
  }

  /**
   * Paints items over what is there. Missing pictures are left out.
   *
   * @param view maps stage units to pixels of the plane
   * @param region the pixels of the plane that may be painted
   */
  paintItems(
    plane: Plane,
    items: readonly FrameItem[],
    images: ImageStore<Image>,
    view: Matrix,
    region: Box,
  ): void {
    for (const item of items) {
      const box = intersectionOf(pixelBoxOf([item], images, view, plane), region);
      if (box.width === 0 || box.height === 0) continue;
      if (item.kind === 'group') this.paintGroup(plane, item, images, view, box);
      else if (item.kind === 'bent') this.paintBent(plane, item, images, view, box);
      else if (item.kind === 'shapes') {
        this.vectors.paint(plane, box, item.shapes, multiply(view, item.matrix));
      } else if (item.kind === 'particles') {
        this.vectors.paintParticles(plane, box, particleLayers(item), view);
      } else this.paintDrawing(plane, item, images, view, box);
    }
  }

  private paintDrawing(
    plane: Plane,
    item: DrawingItem,
    images: ImageStore<Image>,
    view: Matrix,
    box: Box,
  ): void {
    const picture = images.get(item.media);
    if (!picture) return;
    const place = multiply(view, item.matrix);
    const sprite = this.sprites?.find(
      item,
      place,
      () => paintedBoxOf(picture, item),
      (empty, at) => this.paintPicture(empty, empty.box, picture, item, at),
    );
    if (sprite) plane.layOver(sprite.plane, sprite, box);
    else this.paintPicture(plane, box, picture, item, place);
  }

  private paintPicture(
    plane: Plane,
    box: Box,
    picture: Picture<Image>,
    item: DrawingItem,
    place: Matrix,
  ): void {
    if (picture.kind === 'vector') {
      const { drawing } = picture;
      this.vectors.paint(
        ...[plane, box, drawing.shapes],
        multiply(place, boxOfDrawing(drawing, item.width)),
      );
      return;
    }
    const onBox = multiply(translation(-box.x, -box.y), place);
    this.onOwnPlane(box, (alone) => {
      alone.write(alone.box, this.drawImage(picture.image, item, onBox, box));
      plane.layOver(alone, box, box);
    });
  }

  private paintBent(
    plane: Plane,
    item: BentItem,
    images: ImageStore<Image>,
    view: Matrix,
    box: Box,
  ): void {
    const picture = images.get(item.media);
    if (!picture) return;
    const place = multiply(view, item.matrix);
    if (picture.kind === 'vector') {
      const toBox = boxOfDrawing(picture.drawing, item.width);
      this.vectors.paintBent(plane, box, item, picture.drawing, toBox, place);
      return;
    }
    // A picture’s triangles replace what lies beneath them, also where it is see-through.
    this.onOwnPlane(box, (alone) => {
      alone.fill(alone.box, null);
      this.bentPictures.paint(alone, box, item, picture.image, place);
      plane.layOver(alone, box, box);
    });
  }

  private paintGroup(
    plane: Plane,
    group: GroupItem,
    images: ImageStore<Image>,
    view: Matrix,
    box: Box,
  ): void {
    const { items, opacity, blend, mask, clip, isolated } = group;
    const onBox = multiply(translation(-box.x, -box.y), view);
    const isAsOne = opacity < 1 || blend !== 'normal' || mask !== null || isolated;
    if (!isAsOne && items.some(mixesWithBeneath)) {
      this.paintMixing(plane, group, images, onBox, box);
      return;
    }
    this.onOwnPlane(box, (alone) => {
      alone.fill(alone.box, null);
      this.paintItems(alone, items, images, onBox, alone.box);
      if (mask) {
        this.onOwnPlane(box, (stencil) => {
          stencil.fill(stencil.box, null);
          this.paintItems(stencil, mask, images, onBox, stencil.box);
          alone.keepWithin(stencil);
        });
      }
      if (clip) this.withClip(clip, onBox, box, (stencil) => alone.keepWithin(stencil));
      if (opacity < 1) alone.fade(opacity);
      if (blend === 'normal') plane.layOver(alone, box, box);
      else plane.blend(alone, box, blend);
    });
  }

  /** Paints what mixes with what lies beneath the group: on a copy of that, of which only what lies in the clip is kept. */
  private paintMixing(
    plane: Plane,
    { items, clip }: GroupItem,
    images: ImageStore<Image>,
    onBox: Matrix,
    box: Box,
  ): void {
    this.onOwnPlane(box, (copy) => {
      copy.copyFrom(plane, { x: -box.x, y: -box.y }, copy.box);
      this.paintItems(copy, items, images, onBox, copy.box);
      if (!clip) {
        plane.copyFrom(copy, box, box);
        return;
      }
      this.withClip(clip, onBox, box, (stencil) => {
        copy.keepWithin(stencil);
        plane.keepOutside(stencil, box);
        plane.blend(copy, box, 'lighter');
      });
    });
  }

  private withClip(clip: ClipPath, onBox: Matrix, box: Box, use: (stencil: Plane) => void): void {
    let shape = this.clips.get(clip);
    if (!shape) {
      shape = { path: clip.path, fill: '#000000', fillRule: 'nonzero', stroke: null, opacity: 1 };
      this.clips.set(clip, shape);
    }
    const inside = shape;
    this.onOwnPlane(box, (stencil) => {
      stencil.fill(stencil.box, null);
      this.vectors.paint(stencil, stencil.box, [inside], multiply(onBox, clip.matrix));
      use(stencil);
    });
  }

  /** Lends a plane as large as a box, with anything on it. */
  private onOwnPlane({ width, height }: Box, use: (plane: Plane) => void): void {
    const plane = new Plane(this.memory, width, height);
    use(plane);
    plane.giveBack();
  }
}

/** Whether an item looks otherwise depending on what lies beneath it. */
export function mixesWithBeneath(item: FrameItem): boolean {
  if (item.kind !== 'group') return false;
  if (item.blend !== 'normal') return true;
  const isAsOne = item.isolated || item.opacity < 1 || item.mask !== null;
  return !isAsOne && item.items.some(mixesWithBeneath);
}
