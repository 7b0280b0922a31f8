import { useMemo } from 'react';
import { isSeenIn, partsOf, placesOf, poseAtRest, recognise } from '@cruvo/core/character';
import { IDENTITY, type Matrix, mapped } from '@cruvo/core/geometry';
import { AT_REST } from '@cruvo/core/pose';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { meaningInWords } from '../parts/meaningInWords';
import { placeTags, type Tag } from './placeTags';
import { standingBox } from './standingBox';

interface MeaningTagsProps {
  readonly view: Matrix;
  readonly box: { readonly width: number; readonly cssWidth: number; readonly cssHeight: number };
}

const SURENESS = {
  set: 'as you said',
  sure: 'every word of its name says so',
  likely: 'some words of its name say so',
  unknown: 'its name tells nothing',
} as const;

/** Beside the drawing, with a line to each part: what it was taken for, and how surely. A click goes there to mend it. */
export function MeaningTags({ view, box }: MeaningTagsProps) {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const tags = useMemo(() => {
    const findings = recognise(partsOf(character));
    const pose = poseAtRest(character);
    const places = placesOf(character, IDENTITY, AT_REST);
    const toPage = box.cssWidth / Math.max(1, box.width);
    const wanted = partsOf(character).flatMap((part): Tag[] => {
      const finding = findings.get(part.id);
      // Of the mouth's drawings only one is seen: the chart shows them all.
      const shown = finding?.role !== 'mouth drawing' && (finding || part.parent === null);
      const standing = shown ? standingBox(character, part.id, places) : null;
      if (!standing || !isSeenIn(partsOf(character), pose, part.id)) return [];
      const middle = mapped(view, {
        x: standing.x + standing.width / 2,
        y: standing.y + standing.height / 2,
      });
      return [
        {
          part: part.id,
          text: finding ? meaningInWords(finding) : `${part.name}?`,
          sureness: finding?.sureness ?? 'unknown',
          at: { x: middle.x * toPage, y: middle.y * toPage },
        },
      ];
    });
    return placeTags(wanted, { width: box.cssWidth, height: box.cssHeight });
  }, [character, view, box]);
  return (
    <div
      className="meaning-tags"
      role="group"
      aria-label="What the parts were recognised as"
      style={{ width: box.cssWidth, height: box.cssHeight }}
    >
      <svg aria-hidden viewBox={`0 0 ${box.cssWidth} ${box.cssHeight}`}>
        {tags.map(({ part, at, end }) => (
          <g key={part}>
            <line x1={end.x} y1={end.y} x2={at.x} y2={at.y} />
            <circle cx={at.x} cy={at.y} r={3} />
          </g>
        ))}
      </svg>
      {tags.map(({ part, text, sureness, side, top }) => (
        <button
          key={part}
          type="button"
          className={`tag ${side} ${sureness}`}
          style={{ top }}
          title={`${SURENESS[sureness]}; click to say what it is`}
          onClick={() => store.getState().choose([part])}
        >
          {text}
        </button>
      ))}
    </div>
  );
}
