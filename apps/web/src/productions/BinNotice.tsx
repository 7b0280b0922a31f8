import { Alert, Button } from 'react-bootstrap';
import type { Bin } from './useBin';

/** Says what was deleted just now, with the way back; or why it couldn't be. */
export function BinNotice({ bin }: { bin: Bin }) {
  const { last, failure, dismiss } = bin;
  if (failure) {
    return (
      <Alert variant="danger" dismissible onClose={dismiss}>
        {failure}
      </Alert>
    );
  }
  if (!last) return null;
  return (
    <Alert variant="light" className="bin-notice" dismissible onClose={dismiss} role="status">
      “{last.name}” was deleted.
      <Button size="sm" variant="secondary" onClick={() => bin.bringBack(last)}>
        Bring it back
      </Button>
    </Alert>
  );
}
