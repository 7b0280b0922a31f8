import { Ellipsis } from 'lucide-react';
import type { ReactNode } from 'react';
import { Dropdown } from 'react-bootstrap';

/** What can be done to something: three dots that open a list. */
export function MoreMenu({
  name,
  entries,
  align = 'start',
  children,
}: {
  /** What the thing is called. */
  name: string;
  entries: readonly (readonly [label: string, work: () => void])[];
  align?: 'start' | 'end';
  /** After the entries. */
  children?: ReactNode;
}) {
  return (
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
      {/* Above all else: cards and rows are clipped. */}
      <Dropdown.Menu align={align} popperConfig={{ strategy: 'fixed' }}>
        {entries.map(([label, work]) => (
          <Dropdown.Item as="button" key={label} onClick={work}>
            {label}
          </Dropdown.Item>
        ))}
        {children}
      </Dropdown.Menu>
    </Dropdown>
  );
}
