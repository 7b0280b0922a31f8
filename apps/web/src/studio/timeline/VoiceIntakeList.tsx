import { X } from 'lucide-react';
import { UploadBar } from '../../intake/UploadBar';
import { IconButton } from '../../shell/IconButton';
import type { VoiceIntake } from './useVoiceIntake';

/** How far recordings are on their way in, and which of them could not be opened or placed. */
export function VoiceIntakeList({ intake }: { intake: VoiceIntake }) {
  const { coming, refused, notes, cancel, dismiss } = intake;
  return (
    <>
      {coming && (
        <UploadBar
          progress={coming.progress}
          name={coming.of > 1 ? `${coming.name} (${coming.number} of ${coming.of})` : coming.name}
          onCancel={cancel}
        />
      )}
      {refused.length + notes.length > 0 && (
        <div className="refused-voices small" role="alert">
          <ul>
            {notes.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
            {refused.map(({ name, sentence }) => (
              <li key={name}>{sentence}</li>
            ))}
          </ul>
          <IconButton icon={X} label="Understood" onClick={dismiss} />
        </div>
      )}
    </>
  );
}
