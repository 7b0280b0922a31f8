import { withJoint, type JointKind, type Part } from '@cruvo/core/character';
import { LabelledSelect } from '../../../shell/LabelledSelect';
import { useCharacter, useOpenCharacter } from '../../CharacterContext';
import { PartSelect } from '../PartSelect';

const HOW = {
  group: 'with its group',
  fixed: 'fixed: goes along and turns with it',
  pivot: 'on a pivot: goes along, keeps its direction',
  floating: 'floating: goes along, but not with what bends',
} as const;

/** How a part hangs on others, and on which. */
export function HangingFields({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const joint = useCharacter(({ character }) => character.joints[part.id]);
  const set = (kind: JointKind | null, to: string | null) =>
    store.getState().change((before) => withJoint(before, [part.id], kind, to));
  return (
    <>
      <LabelledSelect
        label="Hangs"
        value={joint?.kind ?? 'group'}
        options={HOW}
        onChange={(how) => set(how === 'group' ? null : how, joint?.to ?? null)}
      />
      {joint && (
        <PartSelect
          label="on the part that holds it"
          value={joint.to}
          without={part.id}
          onChange={(to) => set(joint.kind, to)}
        />
      )}
    </>
  );
}
