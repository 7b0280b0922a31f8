import { AudioLines, X } from 'lucide-react';
import { Alert, Button, ProgressBar } from 'react-bootstrap';
import type { VoicedLine } from '@cruvo/core/scene';
import { useTransport } from '../SceneContext';
import { lineTimes } from '../lineTimes';
import type { Fitting } from './useFitting';

/** A stretch of a line shorter than this tells too little, seconds. */
const SHORTEST_STRETCH = 0.2;

/** Fits the mouths of the line: all of it, or the stretch that is looped. */
export function FitButton({ line, fitting }: { line: VoicedLine; fitting: Fitting }) {
  const { state, fit, cancel } = fitting;
  const loop = useTransport(({ loop: marked }) => marked);
  if (state.kind === 'hearing') {
    return (
      <div className="d-flex align-items-center gap-2 mb-3" role="status">
        <ProgressBar
          className="flex-fill"
          now={100 * state.share}
          aria-label="Analysing the voice"
        />
        <Button variant="quiet" size="sm" onClick={cancel}>
          <X size={16} aria-hidden /> Cancel
        </Button>
      </div>
    );
  }
  const { start, end, origin } = lineTimes(line);
  const stretch = loop && {
    start: Math.max(start, loop.start) - origin,
    end: Math.min(end, loop.end) - origin,
  };
  const canFitStretch =
    stretch && line.track !== null && stretch.end - stretch.start >= SHORTEST_STRETCH;
  return (
    <>
      <Button
        className="w-100 mb-2"
        title={
          line.script.trim()
            ? 'Fits the mouths to the voice and its script'
            : 'Fits the mouths to the voice alone'
        }
        onClick={() => void fit(line)}
      >
        <AudioLines size={18} aria-hidden /> Fit mouths
      </Button>
      {canFitStretch && (
        <Button
          variant="outline-secondary"
          size="sm"
          className="w-100 mb-2"
          onClick={() => void fit(line, { stretch })}
        >
          Fit only the loop
        </Button>
      )}
      {state.kind === 'failed' && (
        <Alert variant="danger" className="py-2">
          {state.sentence}
          {state.code !== null && line.script.trim() !== '' && (
            <Button
              variant="secondary"
              size="sm"
              className="d-block mt-2"
              onClick={() => void fit(line, { voiceAlone: true })}
            >
              Fit to the voice alone
            </Button>
          )}
        </Alert>
      )}
      {state.kind === 'idle' && state.notice && (
        <Alert variant="warning" className="py-2">
          {state.notice}
        </Alert>
      )}
    </>
  );
}
