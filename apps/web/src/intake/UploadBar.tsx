import { Button, ProgressBar } from 'react-bootstrap';
import type { UploadProgress } from '../api/upload';

interface UploadBarProps {
  readonly progress: UploadProgress;
  /** What is on its way. */
  readonly name: string;
  readonly onCancel: () => void;
}

/** How far a file is on its way in, with a way to stop it. */
export function UploadBar({ progress, name, onCancel }: UploadBarProps) {
  const isMoving = progress.stage === 'waiting';
  return (
    <div className="upload-bar w-100" role="status" style={{ maxWidth: '28rem' }}>
      <span className="small">{wordsFor(progress, name)}</span>
      <ProgressBar
        className="my-1"
        now={isMoving ? 100 : 100 * progress.share}
        animated={isMoving}
        striped={isMoving}
        aria-label={`Importing ${name}`}
      />
      <Button size="sm" variant="quiet" onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}

function wordsFor(progress: UploadProgress, name: string): string {
  if (progress.stage === 'sending') return `Sending ${name} …`;
  if (progress.stage === 'opening') return `Opening ${name} …`;
  if (progress.place === null) return 'The studio is busy with many files. Waiting for room …';
  const before = progress.place === 1 ? 'One file is' : `${progress.place} files are`;
  return `${before} opened first …`;
}
