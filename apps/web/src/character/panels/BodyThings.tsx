import { Link2, Trash2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import {
  pointHint,
  pointsOf,
  regionsOf,
  swaysOf,
  unattachedParts,
  withJoint,
  withoutBend,
  withoutSway,
} from '@cruvo/core/character';
import { inOrder } from '@cruvo/core/records';
import { IconButton } from '../../shell/IconButton';
import { useCharacter, useOpenCharacter } from '../CharacterContext';

/** What of a body bends and swings, to be found, looked at and taken away; and what hangs on nothing. */
export function BodyThings() {
  const { store } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const { change, choose } = store.getState();
  const bends = inOrder(character.bends);
  const sways = swaysOf(character);
  const loose = unattachedParts(character);
  const nameOf = (part: string) => character.parts[part]?.name ?? part;
  if (bends.length + sways.length + loose.length === 0) return null;
  return (
    <section className="control-card small" aria-label="What bends and sways">
      {bends.map((bend) => {
        const points = pointsOf(bend);
        const useless = points.filter((point) => pointHint(bend, point) !== null).length;
        const regions = regionsOf(bend).length;
        const made = [
          ...(points.length > 0 ? [`${points.length} points`] : []),
          ...(regions > 0 ? [regions === 1 ? 'a soft region' : `${regions} soft regions`] : []),
          ...(useless > 0 ? [`${useless} to look at`] : []),
        ];
        return (
          <Row
            key={bend.id}
            name={bend.name}
            what={made.join(', ')}
            onShow={() => choose(bend.parts)}
            onRemove={() => change((before) => withoutBend(before, bend.id))}
          />
        );
      })}
      {sways.map(({ id, name, part, points }) => (
        <Row
          key={id}
          name={name}
          what={points.length > 0 ? 'along its length' : 'about its pivot'}
          onShow={() => choose([part])}
          onRemove={() => change((before) => withoutSway(before, id))}
        />
      ))}
      {loose.map(({ part, nearest }) => (
        <div key={part} className="d-flex align-items-center gap-1">
          <span className="flex-fill">
            “{nameOf(part)}” hangs on nothing: it stays behind when the body moves.
          </span>
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() => change((before) => withJoint(before, [part], 'fixed', nearest))}
          >
            <Link2 size={14} aria-hidden /> Attach to {nameOf(nearest)}
          </Button>
        </div>
      ))}
    </section>
  );
}

function Row({
  name,
  what,
  onShow,
  onRemove,
}: {
  name: string;
  what: string;
  onShow: () => void;
  onRemove: () => void;
}) {
  return (
    <div className="d-flex align-items-center gap-1">
      <Button size="sm" variant="link" className="p-0 me-auto text-start d-block" onClick={onShow}>
        {name} <span className="quiet">{what}</span>
      </Button>
      <IconButton icon={Trash2} label={`Remove ${name}`} onClick={onRemove} />
    </div>
  );
}
