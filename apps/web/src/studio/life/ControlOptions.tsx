import { useOpenScene } from '../SceneContext';

/** The controls of a cast member that can be moved, as options of a list; points have two. */
export function ControlOptions({ member, chosen }: { member: string; chosen: string }) {
  const { program } = useOpenScene();
  const set = program.memos.get(member)?.value.controls;
  const options = (set?.controls ?? []).flatMap(({ id, label, kind }): [string, string][] => {
    if (kind === 'choice' || id.startsWith('sway.') || id.startsWith('mouth.fading')) return [];
    if (kind === 'range') return [[id, label]];
    return [
      [`${id}/x`, `${label}, across`],
      [`${id}/y`, `${label}, down`],
    ];
  });
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
