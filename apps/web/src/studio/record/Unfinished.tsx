import { useQuery } from '@tanstack/react-query';
import type { Voice } from '@cruvo/core/scene';
import { deleteRecording, unfinishedRecordings, voiceOfRecording } from '../../api/recordings';
import { UnfinishedList } from '../../shell/UnfinishedList';
import { when } from '../../shell/when';
import { useOpenScene } from '../SceneContext';

/** Recordings that were never finished, since the browser or the machine stopped: to be brought in, or thrown away. */
export function Unfinished({ onVoice }: { onVoice: (voice: Voice) => void }) {
  const { id } = useOpenScene();
  const { data = [], refetch } = useQuery({
    queryKey: ['recordings', id],
    queryFn: () => unfinishedRecordings(id),
    staleTime: 0,
    gcTime: 0,
  });
  const items = data
    .filter(({ duration }) => duration > 0)
    .map(({ id: recording, name, begunAt, duration }) => ({
      id: recording,
      said: `“${name}” of ${when(begunAt)} was never finished: ${duration.toFixed(1)} s are safe.`,
    }));
  return (
    <UnfinishedList
      items={items}
      keep="Bring it in"
      onKeep={async (recording) => {
        onVoice(await voiceOfRecording(recording));
        await deleteRecording(recording);
      }}
      onThrowAway={deleteRecording}
      onEnded={refetch}
    />
  );
}
