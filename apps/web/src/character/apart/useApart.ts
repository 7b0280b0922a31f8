import { useEffect, useState } from 'react';
import type { Drawing } from '@cruvo/core/character';
import type { PieceKind } from '@cruvo/core/formats';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import type { Cuts } from '../../workers/pieces.worker';
import { cutRaster, type RasterCutting } from './rasterApart';
import type { Apart } from './source';
import { vectorApart } from './vectorApart';

/** How a drawing is taken apart. */
export interface ApartWishes {
  /** For vectors. */
  readonly kind: PieceKind;
  /** For pixels. */
  readonly cuts: Cuts;
  readonly filled: boolean;
}

const WHOLE =
  'This drawing is one shape. Draw its pieces as shapes of their own in your drawing program, and bring in the newer artwork.';

/** A drawing in its pieces as is wished; null while they are being found. */
export function useApart(drawing: Drawing, { kind, cuts, filled }: ApartWishes) {
  const [apart, setApart] = useState<Apart | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [cutting, setCutting] = useState<RasterCutting | null>(null);
  const isVector = drawing.kind === 'vector';

  useEffect(() => {
    if (!isVector) return;
    const control = new AbortController();
    setApart(null);
    const options = { onProgress: () => undefined, signal: control.signal };
    vectorApart(drawing, kind, options)
      .then((found) => {
        if (control.signal.aborted) return;
        setFailure(found ? null : WHOLE);
        setApart(found);
      })
      .catch((error: unknown) => {
        if (!control.signal.aborted && !isCancelled(error)) setFailure(sentenceOf(error));
      });
    return () => control.abort();
  }, [isVector, drawing, kind]);

  useEffect(() => {
    if (isVector) return;
    let open: RasterCutting | null = null;
    let left = false;
    cutRaster(drawing)
      .then((opened) => {
        open = opened;
        if (left) opened.close();
        else setCutting(opened);
      })
      .catch((error: unknown) => setFailure(sentenceOf(error)));
    return () => {
      left = true;
      open?.close();
    };
  }, [isVector, drawing]);

  useEffect(() => {
    if (!cutting) return;
    let left = false;
    cutting
      .apart(cuts, filled)
      .then((found) => !left && setApart(found))
      .catch((error: unknown) => !left && setFailure(sentenceOf(error)));
    return () => void (left = true);
  }, [cutting, cuts, filled]);

  return { apart, failure };
}

const isCancelled = (error: unknown) => error instanceof Problem && error.code === 'cancelled';
