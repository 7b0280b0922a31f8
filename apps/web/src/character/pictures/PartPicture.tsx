import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { branchOf, partsOf, pictureOfPart } from '@cruvo/core/character';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { ItemsPicture } from './ItemsPicture';

interface PartPictureProps {
  readonly part: string;
  /** Pixels; twice the size at which it is shown. */
  readonly width: number;
  readonly height: number;
  readonly className: string;
}

/** A picture of a part by itself, also of one that is hidden; an empty place for a part that shows nothing. */
export function PartPicture({ part, width, height, className }: PartPictureProps) {
  const { images } = useOpenCharacter();
  const drawings = useCharacter(({ character }) => character.drawings);
  // Only what happens to the part and to what it holds changes its picture.
  const branch = useCharacter(useShallow(({ character }) => branchOf(partsOf(character), part)));
  const picture = useMemo(() => pictureOfPart(branch, drawings), [branch, drawings]);
  if (!picture) return <span className={className} />;
  return <ItemsPicture {...picture} {...{ images, width, height, className }} />;
}
