import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { itemsOf } from '@cruvo/core/character';
import { fitInside } from '@cruvo/core/geometry';
import { poseOf, restingMouth } from '@cruvo/core/scene';
import { readDocumentById } from '../api/documents';
import { loadGallery, painterFor } from '../studio/stage/browserGallery';

const SIZE = { width: 640, height: 360 };

/** A picture of a character at rest. */
export function CharacterPoster({ id }: { id: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { data } = useQuery({
    queryKey: ['character poster', id],
    queryFn: async () => {
      const { body } = await readDocumentById('character', id);
      return { character: body, gallery: await loadGallery(Object.values(body.drawings)) };
    },
    staleTime: 0,
  });
  useEffect(() => {
    if (!data || !canvas.current) return;
    const { character, gallery } = data;
    const pose = poseOf(character, character.mouth && restingMouth(character.mouth), {
      gaze: null,
      closed: 0,
    });
    const items = itemsOf(character, fitInside(character, SIZE), pose);
    canvas.current.getContext('2d')!.clearRect(0, 0, SIZE.width, SIZE.height);
    painterFor(canvas.current).paintItems(items, gallery, [1, 0, 0, 1, 0, 0]);
  }, [data]);
  return <canvas className="poster" ref={canvas} {...SIZE} aria-hidden />;
}
