import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { ListedDocument } from '../api/documents';
import { MoreMenu } from '../shell/MoreMenu';
import { when } from '../shell/when';
import { Poster } from './Poster';

/** A scene or a character with its picture, and a menu of what can be done with it. */
export function DocumentCard({
  document,
  to,
  title,
  entries,
  children,
}: {
  document: ListedDocument;
  to: string;
  title: string;
  entries: readonly (readonly [label: string, work: () => void])[];
  /** In front of its name. */
  children?: ReactNode;
}) {
  const { id, name, savedAt } = document;
  return (
    <article className="production-card">
      <Poster of={id} />
      <div className="caption">
        {children}
        <div className="min-w-0 flex-fill">
          <h3 className="h6 mb-0 two-lines">
            <Link to={to} title={title}>
              {name}
            </Link>
          </h3>
          <span className="quiet small d-block">saved {when(savedAt)}</span>
        </div>
        <MoreMenu name={name} entries={entries} align="end" />
      </div>
    </article>
  );
}
