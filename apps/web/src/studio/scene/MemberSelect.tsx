import { Form } from 'react-bootstrap';
import { castOf } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

/** What people call members of the cast. */
export function useMemberNames(): (id: string) => string {
  const { characters } = useOpenScene();
  const cast = useScene(({ scene }) => scene.cast);
  return (id) => cast[id]?.name ?? characters.get(cast[id]?.character ?? '')?.name ?? '';
}

/** Chooses whom of the cast one works on. */
export function MemberSelect({
  label,
  member,
  ...select
}: {
  label: string;
  member: string;
  size?: 'sm';
  className?: string;
  disabled?: boolean;
}) {
  const { store } = useOpenScene();
  const cast = useScene(({ scene }) => castOf(scene));
  const nameOf = useMemberNames();
  return (
    <Form.Select
      {...select}
      aria-label={label}
      value={member}
      onChange={({ target }) => store.getState().chooseMember(target.value)}
    >
      {cast.map(({ id }) => (
        <option key={id} value={id}>
          {nameOf(id)}
        </option>
      ))}
    </Form.Select>
  );
}
