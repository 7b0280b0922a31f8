import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from 'react-bootstrap';
import { UploadBar } from '../intake/UploadBar';
import { useDropzone } from 'react-dropzone';
import type { Slot } from './useSlot';

interface FileSlotProps<Result> {
  readonly slot: Slot<Result>;
  readonly icon: LucideIcon;
  readonly title: string;
  readonly hint: string;
  readonly onDrop: (files: File[]) => void;
  readonly preview: (result: Result) => ReactNode;
}

/** One place to drop a file on, or to choose one for. */
export function FileSlot<Result>({
  slot,
  icon: Icon,
  title,
  hint,
  onDrop,
  preview,
}: FileSlotProps<Result>) {
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    onDrop,
    noClick: true,
    noKeyboard: true,
  });
  const { state } = slot;
  return (
    <section
      {...getRootProps({
        className: `slot ${state.kind} ${isDragActive ? 'over' : ''}`,
        role: 'group',
      })}
      aria-label={title}
    >
      <input {...getInputProps({ 'aria-label': `${title}, file` })} />
      <h2 className="h6 mb-0">{title}</h2>
      {state.kind === 'filled' ? (
        preview(state.result)
      ) : (
        <Icon size={34} strokeWidth={1.5} aria-hidden />
      )}
      {state.kind === 'empty' && <span className="quiet small">{hint}</span>}
      {state.kind === 'filled' && <span className="small text-break">{state.name}</span>}
      {state.kind === 'refused' && (
        <span className="small text-danger-emphasis" role="alert">
          {state.sentence}
        </span>
      )}
      {state.kind === 'sending' ? (
        <UploadBar progress={state.progress} name={state.name} onCancel={slot.cancel} />
      ) : (
        <Button size="sm" variant="outline-secondary" onClick={open}>
          {state.kind === 'empty' ? 'Choose a file' : 'Choose another'}
        </Button>
      )}
    </section>
  );
}
