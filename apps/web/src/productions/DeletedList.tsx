import { useQuery } from '@tanstack/react-query';
import { Undo2 } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { listDeleted, type DeletedDocument } from '../api/documents';
import { when } from '../shell/when';
import type { Bin } from './useBin';

/** What was deleted and is still kept: whole productions, or the scenes and characters of one. */
export function DeletedList({ production, bin }: { production: string | null; bin: Bin }) {
  const { data } = useQuery({ queryKey: ['deleted'], queryFn: listDeleted, staleTime: 0 });
  const belongs = ({ kind, production: within }: DeletedDocument) =>
    production === null ? kind === 'production' : kind !== 'production' && within === production;
  const deleted = data?.filter(belongs) ?? [];
  if (deleted.length === 0) return null;
  return (
    <details className="deleted-list">
      <summary>Deleted in the last 30 days ({deleted.length})</summary>
      <ul>
        {deleted.map((document) => (
          <li key={document.id}>
            <span>{document.name}</span>
            <span className="quiet small">deleted {when(document.deletedAt)}</span>
            <Button size="sm" variant="quiet" onClick={() => bin.bringBack(document)}>
              <Undo2 size={16} aria-hidden /> Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
