import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { sentenceOf } from '@cruvo/core/problem';
import type { Voice } from '@cruvo/core/scene';
import {
  deleteRecording,
  unfinishedRecordings,
  voiceOfRecording,
  type UnfinishedRecording,
} from '../../api/recordings';
import { when } from '../../shell/when';
import { useOpenScene } from '../SceneContext';

/** Recordings that were never finished, since the browser or the machine stopped: to be brought in, or thrown away. */
export function Unfinished({ onVoice }: { onVoice: (voice: Voice) => void }) {
  const { id } = useOpenScene();
  const [problem, setProblem] = useState<string | null>(null);
  const { data = [], refetch } = useQuery({
    queryKey: ['recordings', id],
    queryFn: () => unfinishedRecordings(id),
    staleTime: 0,
    gcTime: 0,
  });
  const safe = data.filter(({ duration }) => duration > 0);
  const end = async (recording: UnfinishedRecording, bring: boolean) => {
    setProblem(null);
    try {
      if (bring) onVoice(await voiceOfRecording(recording.id));
      await deleteRecording(recording.id);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    await refetch();
  };
  if (safe.length === 0 && problem === null) return null;
  return (
    <div className="unfinished small" role="alert">
      {safe.map((one) => (
        <div key={one.id} className="d-flex align-items-center gap-2">
          <span className="flex-fill">
            “{one.name}” of {when(one.begunAt)} was never finished: {one.duration.toFixed(1)} s are
            safe.
          </span>
          <Button size="sm" variant="outline-secondary" onClick={() => void end(one, true)}>
            Bring it in
          </Button>
          <Button size="sm" variant="quiet" onClick={() => void end(one, false)}>
            Throw away
          </Button>
        </div>
      ))}
      {problem}
    </div>
  );
}
