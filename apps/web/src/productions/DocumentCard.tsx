import { Ellipsis } from 'lucide-react';
import type { ReactNode } from 'react';
import { Dropdown } from 'react-bootstrap';
import { Link } from 'react-router';
import type { ListedDocument } from '../api/documents';
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
          <h3 className="h6 mb-0 text-truncate">
            <Link to={to} title={title}>
              {name}
            </Link>
          </h3>
          <span className="quiet small d-block text-truncate">saved {when(savedAt)}</span>
        </div>
        <Dropdown>
          <Dropdown.Toggle
            variant="quiet"
            size="sm"
            className="no-caret"
            aria-label={`More for ${name}`}
            title={`More for ${name}`}
          >
            <Ellipsis size={18} aria-hidden />
          </Dropdown.Toggle>
          <Dropdown.Menu align="end" popperConfig={{ strategy: 'fixed' }}>
            {entries.map(([label, work]) => (
              <Dropdown.Item as="button" key={label} onClick={work}>
                {label}
              </Dropdown.Item>
            ))}
          </Dropdown.Menu>
        </Dropdown>
      </div>
    </article>
  );
}
