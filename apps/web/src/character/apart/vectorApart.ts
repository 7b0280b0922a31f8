import { itemOfDrawing, type ArtworkLayer, type Drawing } from '@cruvo/core/character';
import { withPiecesNamed, type PieceKind } from '@cruvo/core/formats';
import { multiply, scaling, translation } from '@cruvo/core/geometry';
import { browserPainter } from '@cruvo/painter/browser';
import { sendArtwork } from '../../api/artwork';
import { mediaFile } from '../../api/media';
import type { UploadOptions } from '../../api/upload';
import { loadImages } from '../../studio/stage/browserImages';
import type { Apart, ShownPiece } from './source';

/** Pixels of the longer side of the whole at which pieces are shown. */
const SIDE = 900;

/** Takes a vector drawing apart; its pieces come in as artwork does. Null where it is one piece. @throws Problem */
export async function vectorApart(
  drawing: Drawing,
  kind: PieceKind,
  options: UploadOptions,
): Promise<Apart | null> {
  const named = withPiecesNamed(await (await mediaFile(drawing.media)).text(), kind);
  if (named === null) return null;
  const sent = await sendArtwork([new File([named], 'pieces.svg')], options);
  if (sent.kind !== 'artwork') return null;
  const { width, height, layers } = sent.artwork;
  const drawings = layers.flatMap(drawnIn);
  const scale = SIDE / Math.max(width, height);
  const images = await loadImages(drawings);
  const pieces = await Promise.all(
    drawings.map(async (piece, at): Promise<ShownPiece> => {
      const size = {
        width: Math.max(1, Math.ceil(piece.width * scale)),
        height: Math.max(1, Math.ceil(piece.height * scale)),
      };
      const view = multiply(scaling(scale), translation(-piece.x, -piece.y));
      const pixels = browserPainter.paintItems(
        [itemOfDrawing('', piece, view)],
        images,
        scaling(1),
        size,
      );
      const picture = await createImageBitmap(new ImageData(pixels, size.width, size.height));
      const { x, y } = piece;
      return {
        number: at,
        box: { x, y, width: size.width / scale, height: size.height / scale },
        picture,
      };
    }),
  );
  const keep: Apart['keep'] = (groups) =>
    Promise.resolve(groups.map((group) => group.map((number) => drawings[number]!)));
  return { width, height, pieces, keep };
}

const drawnIn = ({ drawing, layers }: ArtworkLayer): Drawing[] =>
  drawing ? [drawing] : layers.flatMap(drawnIn);
