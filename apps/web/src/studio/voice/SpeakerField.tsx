import { Link } from 'react-router';
import { speakerOf, type Line } from '@cruvo/core/scene';
import { useProgram } from '../SceneContext';

/** Who speaks a line, with the way to set that character up. */
export function SpeakerField({ line }: { line: Line }) {
  const program = useProgram();
  const speaker = program.members.find(
    ({ member }) => member.id === speakerOf(program.scene, line),
  );
  if (!speaker) return null;
  const { character, member } = speaker;
  return (
    <div className="field-row mb-1 small">
      <Link to={`/characters/${member.character}`} title={`Set up ${character.name}`}>
        {character.name}
      </Link>
      {!character.mouth && <span className="text-danger-emphasis">has no mouth yet</span>}
    </div>
  );
}
