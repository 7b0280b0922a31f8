import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { chartOfLine } from '@cruvo/core/program';
import { speakerOf, type Line } from '@cruvo/core/scene';
import { useOpenScene } from '../SceneContext';

/** Who speaks a line, with the way to set that character up, and the mood in which it is said. */
export function SpeakerField({ line }: { line: Line }) {
  const { program, store } = useOpenScene();
  const speaker = program.members.find(
    ({ member }) => member.id === speakerOf(program.scene, line),
  );
  if (!speaker) return null;
  const { character, member } = speaker;
  const moods = character.mouth ? moodsOf(chartOf(character.mouth)) : [];
  const drawings = character.mouth
    ? chartOfLine(character.mouth, { ...line, pauseDrawing: null }).drawings
    : [];
  return (
    <div className="field-row mb-2 small">
      <Link to={`/characters/${member.character}`} title={`Set up ${character.name}`}>
        {character.name}
      </Link>
      {!character.mouth && <span className="text-danger-emphasis">has no mouth yet</span>}
      {moods.length > 1 && (
        <Form.Select
          size="sm"
          className="ms-auto"
          aria-label="Mood"
          value={line.mood ?? moods[0]}
          onChange={({ target }) => store.getState().changeLine(line.id, { mood: target.value })}
        >
          {moods.map((mood) => (
            <option key={mood}>{mood}</option>
          ))}
        </Form.Select>
      )}
      {drawings.length > 1 && (
        <Form.Select
          size="sm"
          className="ms-auto"
          aria-label="In pauses"
          title="The mouth that is shown in pauses"
          value={line.pauseDrawing ?? ''}
          onChange={({ target }) =>
            store.getState().changeLine(line.id, { pauseDrawing: target.value || null })
          }
        >
          <option value="">pauses: rest</option>
          {drawings.map(({ drawing, label }) => (
            <option key={drawing} value={drawing}>
              pauses: {label}
            </option>
          ))}
        </Form.Select>
      )}
    </div>
  );
}
