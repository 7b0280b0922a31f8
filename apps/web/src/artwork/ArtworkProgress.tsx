import { Button, ProgressBar } from 'react-bootstrap';
import type { ArtworkIntake } from './useArtworkIntake';

/** How far artwork is on its way in, with a way to stop it; what went wrong with it. */
export function ArtworkProgress({ intake }: { intake: ArtworkIntake }) {
  const { share, failure, cancel } = intake;
  return (
    <>
      {share !== null && (
        <div className="w-100" role="status" style={{ maxWidth: '28rem' }}>
          <span className="small">
            {share < 0 ? 'Sending the file …' : 'Taking the layers apart …'}
          </span>
          <ProgressBar
            className="my-1"
            now={share < 0 ? 100 : 100 * share}
            animated={share < 0}
            aria-label="Importing the artwork"
          />
          <Button size="sm" variant="quiet" onClick={cancel}>
            Cancel
          </Button>
        </div>
      )}
      {failure && (
        <p className="text-danger-emphasis mt-2 mb-0" role="alert">
          {failure}
        </p>
      )}
    </>
  );
}
