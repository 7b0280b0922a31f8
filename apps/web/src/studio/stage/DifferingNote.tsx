import { Alert } from 'react-bootstrap';
import { Link } from 'react-router';
import type { NewMember } from './useNewMember';

/** Says that a character which just came in looks otherwise than its file, and leads to where it is told how. */
export function DifferingNote({ coming }: { coming: NewMember }) {
  const { differing } = coming;
  if (!differing) return null;
  const { character, name, told } = differing;
  return (
    <Alert
      variant="warning"
      className="small mb-0 py-2"
      dismissible
      onClose={coming.forgetDiffering}
    >
      {name} is in. Some of it looks different than in its file:{' '}
      <Link to={`/characters/${character}`} state={told}>
        see what, and what to do
      </Link>
    </Alert>
  );
}
