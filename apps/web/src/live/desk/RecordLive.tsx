import { Circle, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Alert, Button, Spinner } from 'react-bootstrap';
import { Link } from 'react-router';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { useDesk } from './DeskContext';
import { LiveRecording } from './liveRecording';

type State =
  | { readonly kind: 'off' }
  | { readonly kind: 'recording' }
  | { readonly kind: 'finishing'; readonly step: string }
  | { readonly kind: 'done'; readonly scene: string; readonly name: string }
  | { readonly kind: 'failed'; readonly sentence: string };

const SHOWN_EVERY_MS = 250;

/** Records what happens live, and makes a scene of it. */
export function RecordLive() {
  const open = useDesk();
  const [state, setState] = useState<State>({ kind: 'off' });
  const [seconds, setSeconds] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const recording = useRef<LiveRecording | null>(null);
  const stop = useRef(new AbortController());
  useEffect(
    () => () => {
      stop.current.abort();
      void recording.current?.discard();
    },
    [],
  );
  useEffect(() => {
    if (state.kind !== 'recording') return;
    const timer = setInterval(() => setSeconds(recording.current?.elapsed ?? 0), SHOWN_EVERY_MS);
    return () => clearInterval(timer);
  }, [state.kind]);
  const begin = () => {
    setSeconds(0);
    recording.current = new LiveRecording(open, (problem) => {
      setTrouble(problem && sentenceOf(problem));
    });
    setState({ kind: 'recording' });
  };
  const finish = async () => {
    const running = recording.current!;
    recording.current = null;
    const name = `${open.scene.name}, live ${new Date().toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`;
    stop.current = new AbortController();
    setState({ kind: 'finishing', step: 'Ending …' });
    try {
      const onStep = (step: string) => setState({ kind: 'finishing', step });
      const scene = await running.finish(name, onStep, stop.current.signal);
      setState({ kind: 'done', scene, name });
    } catch (error) {
      const cancelled = error instanceof Problem && error.code === 'cancelled';
      setState(cancelled ? { kind: 'off' } : { kind: 'failed', sentence: sentenceOf(error) });
    }
  };
  return (
    <section className="record-live" aria-label="Recording">
      {state.kind === 'recording' ? (
        <Button variant="danger" onClick={() => void finish()}>
          <Square size={16} aria-hidden /> Stop <span className="figures">{clock(seconds)}</span>
        </Button>
      ) : (
        <Button
          variant="outline-secondary"
          disabled={state.kind === 'finishing'}
          title="Voices become lines, cues and movement takes, in a scene of their own"
          onClick={begin}
        >
          <Circle size={16} className="text-danger" fill="currentColor" aria-hidden /> Record
        </Button>
      )}
      {state.kind === 'finishing' && (
        <span role="status">
          <Spinner size="sm" aria-hidden /> {state.step}{' '}
          <Button size="sm" variant="quiet" onClick={() => stop.current.abort()}>
            Cancel
          </Button>
        </span>
      )}
      {state.kind === 'done' && (
        <span role="status">
          Kept as <Link to={`/scenes/${state.scene}`}>{state.name}</Link>
        </span>
      )}
      {(state.kind === 'failed' || trouble !== null) && (
        <Alert variant="danger" className="py-1 mb-0">
          {state.kind === 'failed' ? state.sentence : trouble}
        </Alert>
      )}
    </section>
  );
}

const clock = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
