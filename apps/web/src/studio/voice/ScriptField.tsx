import { BookA, FileText } from 'lucide-react';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { Button, Form } from 'react-bootstrap';
import { nameOfText, type Line } from '@cruvo/core/scene';
import { LANGUAGES, LONGEST_SCRIPT } from '@cruvo/core/speech';
import { useOpenScene } from '../SceneContext';
import { PronunciationsDialog } from './PronunciationsDialog';

/** What is said in a line and in which language: typed, pasted or dropped as a text file. */
export function ScriptField({ line }: { line: Line }) {
  const { changeLine } = useOpenScene().store.getState();
  const [problem, setProblem] = useState<string | null>(null);
  const [naming, setNaming] = useState(false);
  /** A line without a voice is called after how it begins, until somebody calls it otherwise. */
  const write = (script: string) => {
    const called = line.voice === null && line.name === nameOfText(line.script);
    changeLine(line.id, called ? { script, name: nameOfText(script) } : { script });
  };
  const take = async (file: File) => {
    const read = await textOf(file);
    setProblem('sentence' in read ? read.sentence : null);
    if ('text' in read) write(read.text);
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    onDrop: ([file]) => void (file && take(file)),
  });
  return (
    <div {...getRootProps()} className={`script-field${isDragActive ? ' dropping' : ''}`}>
      <input {...getInputProps({ 'aria-label': 'Text file' })} />
      <div className="field-row mb-1">
        <Form.Label htmlFor="script" className="small mb-0">
          Script
        </Form.Label>
        <Form.Select
          size="sm"
          aria-label="Language of the line"
          value={line.language}
          onChange={({ target }) => changeLine(line.id, { language: target.value })}
        >
          {LANGUAGES.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
          {LANGUAGES.every(({ code }) => code !== line.language) && (
            <option>{line.language}</option>
          )}
        </Form.Select>
        <span className="ms-auto text-nowrap">
          <Button
            variant="quiet"
            size="sm"
            className="px-1"
            title="Take the script from a text file"
            onClick={open}
          >
            <FileText size={15} aria-hidden /> File
          </Button>
          <Button
            variant="quiet"
            size="sm"
            className="px-1"
            title="How the names of this production are said"
            onClick={() => setNaming(true)}
          >
            <BookA size={15} aria-hidden /> Names
          </Button>
        </span>
      </div>
      <Form.Control
        id="script"
        as="textarea"
        className="script"
        value={line.script}
        maxLength={LONGEST_SCRIPT}
        placeholder="What is said in this line. With it, mouths are fitted far more exactly. Type it, paste it, or drop a .txt file here."
        onChange={({ target }) => write(target.value)}
      />
      {problem && (
        <Form.Text className="text-danger" role="alert">
          {problem}
        </Form.Text>
      )}
      {(line.voice?.channels ?? 1) > 1 && (
        <Form.Select
          size="sm"
          className="mt-1"
          aria-label="Channel the mouths follow"
          value={line.channel}
          onChange={({ target }) =>
            changeLine(line.id, { channel: target.value as Line['channel'] })
          }
        >
          <option value="both">Follow both channels</option>
          <option value="left">Follow the left channel</option>
          <option value="right">Follow the right channel</option>
        </Form.Select>
      )}
      {naming && <PronunciationsDialog onClose={() => setNaming(false)} />}
    </div>
  );
}

async function textOf(file: File): Promise<{ text: string } | { sentence: string }> {
  if (file.size > 4 * LONGEST_SCRIPT)
    return { sentence: `“${file.name}” is too long to be a script.` };
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer());
    if (text.includes('\0')) throw new Error('binary');
    return { text: text.trim() };
  } catch {
    return {
      sentence: `“${file.name}” is no plain text. Save the script as .txt and drop it again.`,
    };
  }
}
