import { Trash2, Wind } from 'lucide-react';
import { Button } from 'react-bootstrap';
import {
  bendsByPart,
  pointsOf,
  withoutSway,
  withSway,
  type Part,
  type Sway,
} from '@cruvo/core/character';
import { withRecord } from '@cruvo/core/records';
import { IconButton } from '../../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../../CharacterContext';
import { Slider } from '../Slider';

const AMOUNTS = [
  ['stiffness', 'Stiffness'],
  ['damping', 'Damping'],
  ['weight', 'Weight'],
  ['wind', 'Wind'],
] as const;

/** How a part swings after the rest of the character, or the way to let it. */
export function SwayFields({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const sway = useCharacter(({ character }) =>
    Object.values(character.sways).find((one) => one.part === part.id),
  );
  const { change } = store.getState();
  if (!sway) {
    const letSway = () =>
      change((before) => {
        const bend = bendsByPart(before).get(part.id);
        // Along its points where nothing drags them, and about its pivot else.
        const along = bend && bend.splints.length > 0 ? pointsOf(bend) : [];
        const loose = along.every(({ kind }) => kind !== 'grip' && kind !== 'plant');
        const points = loose && along.length > 1 ? along.map(({ id }) => id) : [];
        return withSway(before, { name: `${part.name} sways`, part: part.id, points });
      });
    return (
      <Button size="sm" variant="outline-secondary" className="mt-2" onClick={letSway}>
        <Wind size={15} aria-hidden /> Let it sway
      </Button>
    );
  }
  const set = (fields: Partial<Sway>) =>
    change((before) => ({
      ...before,
      sways: withRecord(before.sways, sway.id, (one) => ({ ...one, ...fields })),
    }));
  return (
    <section aria-label="Sway" className="mt-2">
      <div className="d-flex align-items-center">
        <h3 className="h6 mb-0">Sway</h3>
        <span className="ms-auto" />
        <IconButton
          icon={Wind}
          label="Another wind"
          onClick={() => set({ seed: (sway.seed * 31 + 7) % 1_000_000 })}
        />
        <IconButton
          icon={Trash2}
          label="Don’t let it sway any more"
          onClick={() => change((before) => withoutSway(before, sway.id))}
        />
      </div>
      {AMOUNTS.map(([field, label]) => (
        <Slider
          key={field}
          label={label}
          value={sway[field]}
          max={1}
          onChange={(value) => set({ [field]: value })}
        />
      ))}
    </section>
  );
}
