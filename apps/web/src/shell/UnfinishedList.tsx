import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';

/** Something that was begun and never finished, and what is said of it. */
export interface Unfinished {
  readonly id: string;
  readonly said: string;
}

/** What was never finished, since the browser or the machine stopped: each to be kept, or thrown away. */
export function UnfinishedList({
  items,
  keep,
  onKeep,
  onThrowAway,
  onEnded,
}: {
  items: readonly Unfinished[];
  /** What keeping one is called. */
  keep: string;
  onKeep: (id: string) => Promise<void>;
  onThrowAway: (id: string) => Promise<void>;
  /** Told after each of both, also where it failed. */
  onEnded: () => Promise<unknown>;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const end = async (work: Promise<void>) => {
    setProblem(null);
    try {
      await work;
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    await onEnded();
  };
  if (items.length === 0 && problem === null) return null;
  return (
    <div className="unfinished small" role="alert">
      {items.map(({ id, said }) => (
        <div key={id} className="d-flex align-items-center gap-2">
          <span className="flex-fill">{said}</span>
          <Button size="sm" variant="outline-secondary" onClick={() => void end(onKeep(id))}>
            {keep}
          </Button>
          <Button size="sm" variant="quiet" onClick={() => void end(onThrowAway(id))}>
            Throw away
          </Button>
        </div>
      ))}
      {problem}
    </div>
  );
}
