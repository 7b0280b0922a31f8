import { labelOfTarget, targetsOf, movedBy } from '@cruvo/core/program';
import { useProgram } from '../SceneContext';

/** The controls of a cast member that can be moved, as options of a list; points have two. */
export function ControlOptions({ member, chosen }: { member: string; chosen: string }) {
  const program = useProgram();
  const set = movedBy(program, member)?.controls;
  const options = (set ? targetsOf(set) : [])
    .filter((target) => !target.startsWith('sway.') && !target.startsWith('mouth.fading'))
    .map((target) => [target, labelOfTarget(set!, target)] as const);
  const known = options.some(([id]) => id === chosen);
  return (
    <>
      {!known && (
        <option value={chosen}>{chosen === '' ? 'Choose a control' : 'One that is gone'}</option>
      )}
      {options.map(([id, label]) => (
        <option key={id} value={id}>
          {label}
        </option>
      ))}
    </>
  );
}
