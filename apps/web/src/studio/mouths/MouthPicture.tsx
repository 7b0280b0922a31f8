import { useEffect, useRef } from 'react';

/** A copy of a mouth's small picture. */
export function MouthPicture({ of }: { of: HTMLCanvasElement | undefined }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (of) canvas.current?.getContext('2d')?.drawImage(of, 0, 0);
  }, [of]);
  return <canvas ref={canvas} width={of?.width ?? 1} height={of?.height ?? 1} aria-hidden />;
}
