import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { evaluate } from '@cruvo/core/scene';
import { readDocumentById } from '../api/documents';
import { painterFor } from '../studio/stage/browserGallery';
import { useSceneMaterial } from '../studio/useSceneMaterial';
import type { Scene } from '@cruvo/core/scene';

const SIZE = { width: 640, height: 360 };
/** A moment after the start, seconds: by then somebody speaks. */
const MOMENT = 0.5;

/** A picture of a scene, painted as the stage would. */
export function ScenePoster({ id }: { id: string }) {
  const { data } = useQuery({
    queryKey: ['poster', id],
    queryFn: () => readDocumentById('scene', id),
    staleTime: 0,
  });
  return data ? <PaintedPoster scene={data.body} /> : <canvas className="poster" aria-hidden />;
}

const NOTHING_HEARD = new Map<string, never>();

function PaintedPoster({ scene }: { scene: Scene }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { prepared, gallery } = useSceneMaterial(scene, NOTHING_HEARD, null);
  useEffect(() => {
    if (!gallery || !canvas.current) return;
    painterFor(canvas.current).paintFrame(evaluate(prepared, MOMENT), gallery, SIZE);
  }, [prepared, gallery]);
  return <canvas className="poster" ref={canvas} {...SIZE} aria-hidden />;
}
