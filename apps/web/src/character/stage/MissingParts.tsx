import { useState } from 'react';
import {
  type Ability,
  type LookProposal,
  type Meaning,
  type Role,
  abilitiesOf,
  partsOf,
  recognise,
} from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { useCharacter } from '../CharacterContext';
import { followPointer } from '../../shell/followPointer';
import { useSayMeaning } from './useSayMeaning';

type Wanted = readonly (readonly [role: Role, side: Meaning['side']])[];

/** What each ability needs to be pointed out. */
const NEEDED: Readonly<Record<Ability['name'], Wanted>> = {
  talks: [['mouth', null]],
  blinks: [
    ['closed eye', 'right'],
    ['closed eye', 'left'],
  ],
  looks: [
    ['white', 'right'],
    ['pupil', 'right'],
    ['white', 'left'],
    ['pupil', 'left'],
  ],
  'raises its brows': [
    ['brow', 'right'],
    ['brow', 'left'],
  ],
};

/** What the character still lacks, to be dragged onto the part that it is; a click asks for a click there. */
export function MissingParts({ proposals }: { proposals: readonly LookProposal[] }) {
  const character = useCharacter((state) => state.character);
  const { sayAt, ask } = useSayMeaning();
  const [dragged, setDragged] = useState<{ readonly name: string; readonly at: Point } | null>(
    null,
  );
  const known = [
    ...recognise(partsOf(character)).values(),
    ...proposals.map(({ meaning }) => meaning),
  ];
  const missing = abilitiesOf(character)
    .filter(({ can }) => !can)
    .flatMap(({ name }) => NEEDED[name])
    .filter(([role, side]) => !known.some((one) => one.role === role && one.side === side));
  // A drawing of one piece has no parts to be pointed out.
  if (missing.length === 0 || partsOf(character).length < 2) return null;

  const press = (event: React.PointerEvent, name: string, meaning: Meaning) => {
    event.preventDefault();
    const start = { x: event.clientX, y: event.clientY };
    let far = false;
    followPointer(
      (moved) => {
        far ||= Math.hypot(moved.clientX - start.x, moved.clientY - start.y) > CLICK;
        if (far) setDragged({ name, at: { x: moved.clientX, y: moved.clientY } });
      },
      (up) => {
        setDragged(null);
        if (far && up) sayAt({ x: up.clientX, y: up.clientY }, meaning);
      },
    );
  };

  return (
    <div className="missing-parts" role="group" aria-label="Not recognised yet">
      <span className="quiet small">Not recognised yet; drag onto the drawing, or click:</span>
      {missing.map(([role, side]) => {
        const name = side ? `${side} ${role}` : role;
        const meaning = { role, side, sound: null };
        return (
          <button
            key={name}
            type="button"
            className="tag"
            title={`Drag this onto the part that is the ${name}`}
            onPointerDown={(event) => press(event, name, meaning)}
            onClick={() => ask(name, meaning)}
          >
            {name}
          </button>
        );
      })}
      {dragged && (
        <span className="tag dragged" style={{ left: dragged.at.x, top: dragged.at.y }} aria-hidden>
          {dragged.name}
        </span>
      )}
    </div>
  );
}

/** Pixels that a press may wander and still be a click. */
const CLICK = 5;
