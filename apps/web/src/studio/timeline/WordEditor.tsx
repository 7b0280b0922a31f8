import { Merge } from 'lucide-react';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import type { LineProgram } from '@cruvo/core/program';
import { sceneTime } from '@cruvo/core/scene';
import { wordsJoined } from '@cruvo/core/speech';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import type { WriteWords } from '../voice/useWordEditing';
import type { Strip } from './rows';
import { xAt, type Viewport } from './viewport';

const LEAST_WIDTH = 120;

/** Lets a word be written anew, as one word or several; what was heard there is aligned to it. */
export function WordEditor({
  program,
  index,
  strip,
  viewport,
  width,
  onWrite,
  onClose,
}: {
  program: LineProgram;
  index: number;
  strip: Strip;
  viewport: Viewport;
  /** Of the timeline, pixels. */
  width: number;
  onWrite: WriteWords;
  onClose: () => void;
}) {
  const { line, track } = program;
  const words = track?.words ?? [];
  const word = words[index];
  const [text, setText] = useState(word?.text ?? '');
  if (!track || !word) return null;
  const inScene = (time: number) => xAt(viewport, toSeconds(sceneTime(line, toFlicks(time))));
  const room = Math.max(LEAST_WIDTH, inScene(word.end) - inScene(word.start) + 40);
  const left = Math.max(0, Math.min(width - room, inScene(word.start) - 4));
  const write = () => {
    const said = text.trim();
    if (said !== word.text) {
      const { start, end } = word;
      onWrite(line, [{ start, end, text: said }], { index, count: 1, text: said });
    }
    onClose();
  };
  const join = () => {
    const joined = wordsJoined(words, index);
    if (joined) onWrite(line, [joined], { index, count: 2, text: joined.text });
    onClose();
  };
  return (
    <form
      className="word-editor"
      style={{ left, top: strip.top - 5, width: room }}
      onSubmit={(event) => {
        event.preventDefault();
        write();
      }}
    >
      <Form.Control
        size="sm"
        autoFocus
        aria-label={`The word “${word.text}”`}
        title="Write what is really said here, as one word or several. Enter takes it, Escape leaves it."
        value={text}
        onFocus={({ target }) => target.select()}
        onChange={({ target }) => setText(target.value)}
        onKeyDown={({ key }) => key === 'Escape' && onClose()}
        onBlur={({ relatedTarget, currentTarget }) => {
          if (!currentTarget.form?.contains(relatedTarget)) onClose();
        }}
      />
      {index + 1 < words.length && (
        <IconButton icon={Merge} label="Join it with the next word" onClick={join} />
      )}
    </form>
  );
}
