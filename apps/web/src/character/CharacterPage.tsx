import { useQuery } from '@tanstack/react-query';
import { Spinner } from 'react-bootstrap';
import { useParams } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { readDocumentById } from '../api/documents';
import { unsavedWork } from '../saving/journal';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { CharacterRoom } from './CharacterRoom';

/** Opens a character by its address. */
export function CharacterPage() {
  const { character: id = '' } = useParams();
  const opened = useQuery({
    queryKey: ['open character', id],
    queryFn: async () => {
      const document = await readDocumentById('character', id);
      const [production, unsaved] = await Promise.all([
        readDocumentById('production', document.production),
        unsavedWork(document),
      ]);
      return { document, production, unsaved };
    },
    // What is open lives in its own store from here on.
    gcTime: 0,
    staleTime: Infinity,
  });
  if (opened.data) return <CharacterRoom key={id} {...opened.data} />;
  return (
    <div className="page">
      <TopBar />
      <div className="page-body">
        {opened.error ? (
          <Notice title="This character can’t be opened" onRetry={() => void opened.refetch()}>
            {sentenceOf(opened.error)}
          </Notice>
        ) : (
          <div className="notice-page">
            <Spinner role="status" aria-label="Opening the character" />
          </div>
        )}
      </div>
    </div>
  );
}
