import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import { withRecord } from '@cruvo/core/records';
import { withoutMember, withReordered, type CastMember } from '@cruvo/core/scene';
import { MoreMenu } from '../../shell/MoreMenu';
import { useOpenScene } from '../SceneContext';

/** What can be done to a member of the cast. */
export function MemberMenu({ member, name }: { member: CastMember; name: string }) {
  const { store } = useOpenScene();
  const { id, mirrored, hidden, locked } = member;
  const { edit } = store.getState();
  const change = (fields: Partial<CastMember>) =>
    edit((scene) => ({
      ...scene,
      cast: withRecord(scene.cast, id, (one) => ({ ...one, ...fields })),
    }));
  const entries: readonly (readonly [label: string, work: () => void])[] = [
    [mirrored ? 'Mirror back' : 'Mirror', () => change({ mirrored: !mirrored })],
    [hidden ? 'Show on the stage' : 'Hide on the stage', () => change({ hidden: !hidden })],
    [locked ? 'Unlock' : 'Lock where it stands', () => change({ locked: !locked })],
    ['One step to the front', () => edit((scene) => withReordered(scene, id, 1))],
    ['One step to the back', () => edit((scene) => withReordered(scene, id, -1))],
  ];
  return (
    <MoreMenu name={name} entries={entries}>
      <Dropdown.Item as={Link} to={`/characters/${member.character}`}>
        Set up {name} …
      </Dropdown.Item>
      <Dropdown.Divider />
      <Dropdown.Item as="button" onClick={() => edit((scene) => withoutMember(scene, id))}>
        Take out, with all lines
      </Dropdown.Item>
    </MoreMenu>
  );
}
