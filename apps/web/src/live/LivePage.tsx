import type { PassRecording } from '@cruvo/core/passes';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { Spinner } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import type { VoicedLine, Scene } from '@cruvo/core/scene';
import { readDocumentById } from '../api/documents';
import { recordingsAround } from '../microphone/recordingsAround';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { useSceneMaterial } from '../studio/useSceneMaterial';
import { LiveStage } from './LiveStage';

/** A scene's characters, speaking with whoever speaks into the microphone. */
export function LivePage() {
  const { scene: id = '' } = useParams();
  const opened = useQuery({
    queryKey: ['live', id],
    queryFn: async () => {
      const document = await readDocumentById('scene', id);
      return { scene: document.body, recordings: await recordingsAround(id) };
    },
  });
  return (
    <div className="live-page">
      <TopBar
        title={
          <Link to={`/scenes/${id}`} className="d-inline-flex align-items-center gap-1">
            <ArrowLeft size={17} aria-hidden /> {opened.data?.scene.name ?? 'Scene'}
          </Link>
        }
      />
      {opened.error && (
        <Notice title="This scene can’t be opened" onRetry={() => void opened.refetch()}>
          {sentenceOf(opened.error)}
        </Notice>
      )}
      {opened.data && <Loaded {...opened.data} />}
    </div>
  );
}

const NOTHING_HEARD = new Map<string, never>();
const NOTHING_PERFORMED: ReadonlyMap<string, PassRecording> = new Map();

function Loaded({ scene, recordings }: { scene: Scene; recordings: readonly VoicedLine[] }) {
  const material = useSceneMaterial(scene, NOTHING_HEARD, NOTHING_PERFORMED, null);
  const { images, error, retry, characters } = material;
  if (error) {
    return (
      <Notice title="The drawings can’t be shown" onRetry={retry}>
        {sentenceOf(error)}
      </Notice>
    );
  }
  if (!images) {
    return (
      <div className="notice-page">
        <Spinner role="status" aria-label="Loading the drawings" />
      </div>
    );
  }
  return (
    <LiveStage scene={scene} characters={characters} images={images} recordings={recordings} />
  );
}
