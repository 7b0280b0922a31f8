import { useState } from 'react';
import { Button, Form, Spinner } from 'react-bootstrap';

/** Makes something under a name; the name stays written until that is saved. */
export function NameForm({
  label,
  placeholder,
  action,
  title,
  saving,
  onName,
}: {
  /** What the field is called. */
  label: string;
  placeholder: string;
  /** What the button says. */
  action: string;
  title?: string;
  saving: boolean;
  /** Rejects where it can't be saved; whoever gave it says why. */
  onName: (name: string) => Promise<void>;
}) {
  const [name, setName] = useState('');
  return (
    <Form
      className="d-flex gap-1 mt-1"
      onSubmit={(event) => {
        event.preventDefault();
        void onName(name.trim()).then(
          () => setName(''),
          () => undefined,
        );
      }}
    >
      <Form.Control
        size="sm"
        aria-label={label}
        placeholder={placeholder}
        maxLength={100}
        value={name}
        onChange={({ target }) => setName(target.value)}
      />
      <Button
        type="submit"
        size="sm"
        className="text-nowrap"
        variant="outline-secondary"
        title={title}
        disabled={name.trim() === '' || saving}
      >
        {saving ? <Spinner size="sm" role="status" aria-label="Saving" /> : action}
      </Button>
    </Form>
  );
}
