import { useQuery } from '@tanstack/react-query';
import { Spinner } from 'react-bootstrap';
import { useParams } from 'react-router';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { readDocumentById } from '../api/documents';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { unsavedWork } from '../saving/journal';
import { Studio } from './Studio';

const RETRY_EVERY_MS = 3000;

/** Opens a scene by its address. */
export function ScenePage() {
  const { scene: id = '' } = useParams();
  const opened = useQuery({
    queryKey: ['scene', id],
    queryFn: async () => {
      const document = await readDocumentById('scene', id);
      const [production, unsaved] = await Promise.all([
        readDocumentById('production', document.production),
        unsavedWork(document),
      ]);
      return { document, production, unsaved };
    },
    // What is open lives in its own store from here on.
    gcTime: 0,
    staleTime: Infinity,
    refetchInterval: ({ state }) => (isAway(state.error) ? RETRY_EVERY_MS : false),
  });
  if (opened.data) return <Studio key={id} {...opened.data} />;
  return (
    <div className="page">
      <TopBar />
      <div className="page-body">
        {opened.error ? (
          <Notice title="This scene can’t be opened" onRetry={() => void opened.refetch()}>
            {sentenceOf(opened.error)}
            {isAway(opened.error) &&
              ' It is tried again every few seconds. Work not yet saved is safe in this browser.'}
          </Notice>
        ) : (
          <div className="notice-page">
            <Spinner role="status" aria-label="Opening the scene" />
          </div>
        )}
      </div>
    </div>
  );
}

function isAway(error: unknown): boolean {
  return error instanceof Problem && error.code === 'unavailable';
}
