import { inOrder } from '@cruvo/core/records';
import { MOST_BODIES, type Body } from '@cruvo/core/bodies';
import { useScene } from '../SceneContext';
import { AddBody } from './AddBody';
import { BodyCard } from './BodyCard';

/** What falls, pushes, or is in the way. */
export function BodyFields() {
  const bodies = useScene(({ scene }) => scene.bodies);
  const chosen = useScene(({ body }) => body);
  const list = inOrder<Body>(bodies);
  return (
    <>
      {list.length === 0 && (
        <p className="small quiet">
          A part can be knocked over, fall, swing on a rope, or stand in the way. Choose one, and
          what it is to be.
        </p>
      )}
      <AddBody full={list.length >= MOST_BODIES} />
      {list.length >= MOST_BODIES && (
        <p className="small text-warning-emphasis" role="note">
          A scene has {MOST_BODIES} bodies at most. Delete some to add others.
        </p>
      )}
      <ul className="emitter-list" aria-label="Bodies">
        {list.map((body) => (
          <BodyCard key={body.id} body={body} open={body.id === chosen} />
        ))}
      </ul>
    </>
  );
}
