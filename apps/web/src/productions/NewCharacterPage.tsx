import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { readDocumentById } from '../api/documents';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { ArtworkDrop } from './ArtworkDrop';

/** One more character for a production. */
export function NewCharacterPage() {
  const { production: id = '' } = useParams();
  const { data, error, refetch } = useQuery({
    queryKey: ['production', id],
    queryFn: () => readDocumentById('production', id),
  });
  return (
    <div className="page">
      <TopBar title={<h1 className="h6 mb-0">New character</h1>} />
      <main className="page-body">
        {error ? (
          <Notice title="This production can’t be opened" onRetry={() => void refetch()}>
            {sentenceOf(error)}
          </Notice>
        ) : (
          <div className="page-column">
            <p className="h5 fw-normal mb-3">
              Who joins {data ? `“${data.body.name}”` : 'the production'}?
            </p>
            <ArtworkDrop production={id} />
          </div>
        )}
      </main>
    </div>
  );
}
