import { UploadBar } from './UploadBar';
import type { Intake } from './useIntake';

interface IntakeProgressProps {
  readonly intake: Intake;
  /** What is on its way. */
  readonly name: string;
}

/** How far files are on their way in, with a way to stop it; what went wrong with them. */
export function IntakeProgress({ intake, name }: IntakeProgressProps) {
  const { progress, failure, cancel } = intake;
  return (
    <>
      {progress && <UploadBar progress={progress} name={name} onCancel={cancel} />}
      {failure && (
        <p className="text-danger-emphasis mt-2 mb-0" role="alert">
          {failure}
        </p>
      )}
    </>
  );
}
