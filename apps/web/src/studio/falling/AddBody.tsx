import { Plus, Shield } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Part } from '@cruvo/core/character';
import type { BodyKind } from '@cruvo/core/bodies';
import { newBody, STAGE, withBody } from '@cruvo/core/scene';
import { Segments } from '../../shell/Segments';
import { useOpenScene, useScene } from '../SceneContext';
import { useDrawnOwners, type DrawnOwner } from './useDrawnOwners';
import { useTracedOutline } from './useTracedOutline';
import { BODY_KINDS_IN_WORDS } from './words';

/** Chooses a part and makes it a body; or all that a character is drawn of solid at once. */
export function AddBody({ full }: { full: boolean }) {
  const { store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const trace = useTracedOutline();
  const owners = useDrawnOwners();
  const [wanted, setWanted] = useState({ owner: '', part: '' });
  const [kind, setKind] = useState<BodyKind>('loose');
  const taken = new Set(Object.values(scene.bodies).map(({ member, part }) => `${member} ${part}`));
  const freeOf = ({ id, parts }: DrawnOwner) =>
    parts.filter((part) => !taken.has(`${id} ${part.id}`));
  const owner = owners.find(({ id }) => id === wanted.owner) ?? owners[0];
  if (!owner) return <p className="small quiet">Bring a backdrop or a character first.</p>;
  const free = freeOf(owner);
  const part = free.find(({ id }) => id === wanted.part) ?? free[0];

  const bodyOf = ({ id, name }: Part, as: BodyKind) =>
    newBody({ member: owner.id, part: id, name }, as, trace(owner.id, id));
  const add = () => {
    if (!part) return;
    const id = crypto.randomUUID();
    const body = bodyOf(part, kind);
    store.getState().edit((before) => withBody(before, id, body));
    store.getState().chooseBody(id);
  };
  // What belongs to somebody and has a drawing: a group goes by its parts.
  const drawn = free.filter(({ drawing, hidden }) => drawing !== null && !hidden);
  const solidify = () => {
    const bodies = drawn.map((one) => bodyOf(one, 'solid'));
    store
      .getState()
      .edit((before) =>
        bodies.reduce((made, body) => withBody(made, crypto.randomUUID(), body), before),
      );
  };
  return (
    <div className="mb-2">
      <div className="d-flex gap-2 mb-2">
        <Form.Select
          size="sm"
          aria-label="Whose part is to be a body"
          value={owner.id}
          onChange={({ target }) => setWanted({ owner: target.value, part: '' })}
        >
          {owners.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          size="sm"
          aria-label="Which part is to be a body"
          value={part?.id ?? ''}
          disabled={!part}
          onChange={({ target }) => setWanted({ owner: owner.id, part: target.value })}
        >
          {free.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </div>
      <Segments
        label="What it is to be"
        name="new-body"
        options={BODY_KINDS_IN_WORDS}
        value={kind}
        onChange={setKind}
      />
      <div className="d-flex flex-wrap gap-2">
        <Button size="sm" variant="outline-secondary" disabled={full || !part} onClick={add}>
          <Plus size={15} aria-hidden /> Make it a body
        </Button>
        {owner.id !== STAGE && (
          <Button
            size="sm"
            variant="outline-secondary"
            disabled={full || drawn.length === 0}
            title="All that is drawn of it meets what falls and flies"
            onClick={solidify}
          >
            <Shield size={15} aria-hidden /> All of {owner.name} solid
          </Button>
        )}
      </div>
    </div>
  );
}
