import { Mic, RefreshCcw } from 'lucide-react';
import { useRef } from 'react';
import { Button } from 'react-bootstrap';
import type { Line } from '@cruvo/core/scene';
import { useScene } from '../SceneContext';
import { ReplacingStatus } from './ReplacingStatus';
import type { Replacing } from './useReplacing';

/** Records a line, or puts another recording in the place of its voice. */
export function ReplaceVoice({
  line,
  replacing,
  onRecord,
}: {
  line: Line;
  replacing: Replacing;
  onRecord: () => void;
}) {
  const frameRate = useScene(({ scene }) => scene.frameRate);
  const input = useRef<HTMLInputElement>(null);
  const { state, replace } = replacing;
  const recorded = line.voice !== null && line.voice.scratch === null;
  return (
    <div className="replace-voice small">
      {(state.kind === 'idle' || state.kind === 'failed') && (
        <>
          <Button
            variant="quiet"
            size="sm"
            className="px-1"
            title="Record while the scene plays (Shift R)"
            onClick={onRecord}
          >
            <Mic size={15} aria-hidden /> Record
          </Button>
          <Button
            variant="quiet"
            size="sm"
            className="px-1"
            title="Another recording of the same or changed words: everything else stays, and mouths set by hand follow"
            onClick={() => input.current?.click()}
          >
            <RefreshCcw size={15} aria-hidden />{' '}
            {recorded ? 'Replace the voice …' : 'Bring the recording …'}
          </Button>
        </>
      )}
      <input
        ref={input}
        type="file"
        hidden
        accept="audio/*"
        aria-label="Another recording of the line"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void replace(line, { kind: 'file', file }, frameRate);
          target.value = '';
        }}
      />
      <ReplacingStatus line={line} replacing={replacing} />
    </div>
  );
}
