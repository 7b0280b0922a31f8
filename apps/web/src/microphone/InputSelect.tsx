import { Form } from 'react-bootstrap';
import type { VoicedLine } from '@cruvo/core/scene';
import { mediaUrl } from '../api/media';
import type { VoiceInput } from './source';
import { useMediaDevices } from '../shell/useMediaDevices';

const MICROPHONE = 'microphone ';
const RECORDING = 'recording ';

/** What is chosen at first: the simulated microphone where there is something to play, else a real one. */
export const firstInput = ([first]: readonly VoicedLine[]) =>
  first ? RECORDING + first.id : MICROPHONE;

/** Whether the simulated microphone is chosen. */
export const isSimulated = (choice: string) => choice.startsWith(RECORDING);

/** What a choice stands for. */
export function inputOf(
  choice: string,
  recordings: readonly VoicedLine[],
  aloud: boolean,
): VoiceInput {
  const line = recordings.find(({ id }) => RECORDING + id === choice);
  return line
    ? { kind: 'recording', url: mediaUrl(line.voice.working), aloud }
    : { kind: 'microphone', device: choice.slice(MICROPHONE.length) || null };
}

/** Lets one choose a microphone, or a recording that the simulated one plays. */
export function InputSelect({
  value,
  recordings,
  allowed,
  size,
  ...select
}: {
  value: string;
  recordings: readonly VoicedLine[];
  /** Whether a microphone was allowed already: only then do browsers tell their names. */
  allowed: boolean;
  size?: 'sm';
  disabled: boolean;
  'aria-label'?: string;
  onChange: (choice: string) => void;
}) {
  const microphones = useMediaDevices('audioinput', 'The usual microphone', allowed);
  const { onChange, ...others } = select;
  return (
    <Form.Select
      {...others}
      {...(size && { size })}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      <optgroup label="Microphone">
        {microphones.map(({ id, name }) => (
          <option key={id} value={MICROPHONE + id}>
            {name}
          </option>
        ))}
      </optgroup>
      {recordings.length > 0 && (
        <optgroup label="Simulated microphone, plays">
          {recordings.map(({ id, name }) => (
            <option key={id} value={RECORDING + id}>
              {name}
            </option>
          ))}
        </optgroup>
      )}
    </Form.Select>
  );
}
