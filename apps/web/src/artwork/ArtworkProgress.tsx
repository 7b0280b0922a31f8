import { UploadBar } from './UploadBar';
import type { ArtworkIntake } from './useArtworkIntake';

/** How far artwork is on its way in, with a way to stop it; what went wrong with it. */
export function ArtworkProgress({ intake }: { intake: ArtworkIntake }) {
  const { progress, failure, cancel } = intake;
  return (
    <>
      {progress && <UploadBar progress={progress} name="the artwork" onCancel={cancel} />}
      {failure && (
        <p className="text-danger-emphasis mt-2 mb-0" role="alert">
          {failure}
        </p>
      )}
    </>
  );
}
