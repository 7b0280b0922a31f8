import { useState } from 'react';
import { Form } from 'react-bootstrap';

/** A name that is changed on the spot: a click makes a field of it, Enter takes it over, Escape leaves it as it was. */
export function NameField({
  name,
  label,
  title,
  onRename,
}: {
  name: string;
  /** What the field is called. */
  label: string;
  /** What a click does. */
  title: string;
  onRename: (name: string) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const commit = () => {
    const wanted = draft?.trim();
    if (wanted && wanted !== name) onRename(wanted);
    setDraft(null);
  };
  if (draft === null) {
    return (
      <button type="button" className="title-button" title={title} onClick={() => setDraft(name)}>
        {name}
      </button>
    );
  }
  return (
    <Form.Control
      size="sm"
      autoFocus
      aria-label={label}
      maxLength={200}
      value={draft}
      onFocus={({ target }) => target.select()}
      onChange={({ target }) => setDraft(target.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') commit();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}
