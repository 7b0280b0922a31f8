import type { ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';
import { IntakeProgress } from '../../intake/IntakeProgress';
import { useScene } from '../SceneContext';
import { DifferingNote } from './DifferingNote';
import { EmptyStage } from './EmptyStage';
import { useNewMember } from './useNewMember';

/** Takes artwork that is dropped on the stage: it comes in as a character. With nobody there, says what to do. */
export function StageDrop({ children }: { children: ReactNode }) {
  const coming = useNewMember();
  const isEmpty = useScene(({ scene }) => Object.keys(scene.cast).length === 0);
  const { getRootProps, isDragActive } = useDropzone({
    onDrop: (files) => void coming.intake.take(files),
    noClick: true,
    noKeyboard: true,
  });
  const { intake, failure } = coming;
  const says =
    intake.progress !== null ||
    intake.failure !== null ||
    failure !== null ||
    coming.differing !== null;
  return (
    <div {...getRootProps({ className: `stage-drop ${isDragActive ? 'over' : ''}` })}>
      {children}
      {isEmpty && intake.progress === null && <EmptyStage coming={coming} />}
      {isDragActive && <p className="drop-hint">Drop it: it comes in as a character</p>}
      {says && (
        <div className="stage-intake">
          <IntakeProgress name="the artwork" intake={intake} />
          <DifferingNote coming={coming} />
          {failure && (
            <p className="text-danger-emphasis mb-0" role="alert">
              {failure}
            </p>
          )}
        </div>
      )}
    </div>
  );
}
