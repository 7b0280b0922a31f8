import { CloudOff } from 'lucide-react';
import { Alert, Button } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { DocumentKind } from '@cruvo/core/document';
import type { DocumentSaver } from './documentSaver';

/** Says when work can't be saved, and that it is safe all the same. */
export function SaveBanner<Kind extends DocumentKind>({ saver }: { saver: DocumentSaver<Kind> }) {
  const state = useStore(saver.state);
  if (state.kind !== 'away' && state.kind !== 'refused') return null;
  return (
    <Alert
      variant="warning"
      className="banner d-flex align-items-center gap-2 rounded-0 border-0 mb-0 py-2"
    >
      <CloudOff size={18} aria-hidden />
      <span>
        {state.sentence}{' '}
        {state.kind === 'away'
          ? 'Go on working: everything is kept in this browser and will be saved when it returns.'
          : 'Your work is kept in this browser.'}
      </span>
      <Button
        size="sm"
        variant="outline-secondary"
        className="ms-auto text-nowrap"
        onClick={() => saver.saveNow()}
      >
        Try now
      </Button>
    </Alert>
  );
}

const WORDS = {
  saved: 'Saved',
  saving: 'Saving …',
  away: 'Kept here',
  refused: 'Not saved',
  conflict: 'Two versions',
};

/** Says in a word whether all is saved. */
export function SaveState<Kind extends DocumentKind>({ saver }: { saver: DocumentSaver<Kind> }) {
  const { kind } = useStore(saver.state);
  return (
    <span className="quiet small me-2" role="status" data-testid="save-state">
      {WORDS[kind]}
    </span>
  );
}
