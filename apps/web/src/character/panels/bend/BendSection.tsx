import { Plus, Spline, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  bendsByPart,
  withBend,
  withoutBend,
  withPoint,
  type Bend,
  type Part,
} from '@cruvo/core/character';
import { mapped, inverse } from '@cruvo/core/geometry';
import { restPlaceOf } from '@cruvo/core/character';
import { tracerFor } from '../../../studio/stage/browserImages';
import { IconButton } from '../../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../../CharacterContext';
import { HangingFields } from './HangingFields';
import { PointCard } from './PointCard';
import { RegionList } from './RegionList';
import { SwayFields } from './SwayFields';

/** How the chosen part hangs, bends and swings. */
export function BendSection({ part }: { part: Part }) {
  const { store, images } = useOpenCharacter();
  const bend = useCharacter(({ character }) => bendsByPart(character).get(part.id));
  const [blank, setBlank] = useState(false);
  const letBend = () => {
    const { character, change } = store.getState();
    const outline = tracerFor(images)(character)([part.id]);
    setBlank(outline === null);
    if (outline) change((before) => withBend(before, `${part.name} bends`, [part.id], outline));
  };
  return (
    <section aria-label="Hanging, bending and swaying" className="mb-3">
      <HangingFields part={part} />
      {bend ? (
        <Points bend={bend} />
      ) : (
        part.drawing !== null && (
          <Button size="sm" variant="outline-secondary" className="mt-2 me-2" onClick={letBend}>
            <Spline size={15} aria-hidden /> Let its drawing bend
          </Button>
        )
      )}
      {blank && (
        <p className="small mb-0" role="alert">
          Its drawing shows nothing, so there is nothing to bend.
        </p>
      )}
      {bend && <RegionList bend={bend} />}
      <SwayFields part={part} />
    </section>
  );
}

/** The points of a bend: those there are, and one more. */
function Points({ bend }: { bend: Bend }) {
  const { store, pick } = useOpenCharacter();
  const chosen = useCharacter(({ point }) => (point?.bend === bend.id ? point.id : null));
  const points = Object.values(bend.points).sort((a, b) => (a.order < b.order ? -1 : 1));
  const add = () =>
    pick({
      prompts: [
        points.length === 0
          ? 'Click where the drawing is held, a shoulder for instance'
          : 'Click where the next point is; a splint leads to it from the chosen one',
      ],
      onDone: ([at]) => {
        const { change, character, choosePoint } = store.getState();
        const place = mapped(inverse(restPlaceOf(character, bend.parts[0]!)), at!);
        const kind = points.length === 0 ? 'pivot' : points.length === 1 ? 'joint' : 'grip';
        const name = { pivot: 'Root', joint: 'Joint', grip: 'Grip' }[kind];
        const number = points.filter((one) => one.name.startsWith(name)).length;
        const made = { ...place, kind, name: number > 0 ? `${name} ${number + 1}` : name } as const;
        const after = chosen ?? points.at(-1)?.id ?? null;
        change((before) => withPoint(before, bend.id, made, after));
        const now = Object.keys(store.getState().character.bends[bend.id]!.points);
        const id = now.find((one) => !Object.hasOwn(bend.points, one));
        if (id) choosePoint({ bend: bend.id, id });
      },
    });
  return (
    <div className="mt-2">
      <div className="d-flex align-items-center">
        <h3 className="h6 mb-0">Points</h3>
        <IconButton icon={Plus} label="Add a point" onClick={add} />
        <span className="ms-auto" />
        <IconButton
          icon={Trash2}
          label="Don’t let it bend any more"
          onClick={() => store.getState().change((before) => withoutBend(before, bend.id))}
        />
      </div>
      {points.length === 0 && Object.keys(bend.regions).length === 0 && (
        <p className="quiet small mb-1">
          Nothing holds it yet. Add where it is held, where it bends, and what is dragged.
        </p>
      )}
      {points.map((point) => (
        <PointCard key={point.id} bend={bend} point={point} open={point.id === chosen} />
      ))}
    </div>
  );
}
