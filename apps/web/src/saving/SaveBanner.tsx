import { CloudOff, Download } from 'lucide-react';
import { Alert, Button } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { DocumentKind } from '@cruvo/core/document';
import { offerFile } from '../shell/offerFile';
import type { DocumentSaver, KeepingState, SaveState as State } from './documentSaver';
import { unsavedFile } from './unsavedFile';

interface SaveBannerProps<Kind extends DocumentKind> {
  readonly kind: Kind;
  readonly id: string;
  readonly saver: DocumentSaver<Kind>;
}

/** Says when work can't be saved, and whether it is safe all the same. */
export function SaveBanner<Kind extends DocumentKind>({ kind, id, saver }: SaveBannerProps<Kind>) {
  const state = useStore(saver.state);
  const keeping = useStore(saver.keeping);
  const isStuck = state.kind === 'away' || state.kind === 'refused';
  if (!isStuck) return null;
  const download = () => {
    const copy = saver.unsavedCopy();
    offerFile(unsavedFile(kind, id, copy), `${copy.body.name} – unsaved.json`);
  };
  return (
    <Alert
      variant={keeping.kind === 'not kept' ? 'danger' : 'warning'}
      className="banner d-flex align-items-center gap-2 rounded-0 border-0 mb-0 py-2"
    >
      <CloudOff size={18} aria-hidden />
      <span>
        {state.sentence} {wordsFor(state, keeping)}
      </span>
      <span className="ms-auto d-flex gap-2 text-nowrap">
        {keeping.kind === 'not kept' && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={download}
            title="Bring it back later under Earlier versions"
          >
            <Download size={14} aria-hidden /> Download unsaved work
          </Button>
        )}
        <Button size="sm" variant="outline-secondary" onClick={() => saver.saveNow()}>
          Try now
        </Button>
      </span>
    </Alert>
  );
}

function wordsFor({ kind }: State<DocumentKind>, keeping: KeepingState): string {
  if (keeping.kind === 'not kept') {
    return `${keeping.sentence} Leave this page open, or download what is not saved.`;
  }
  if (keeping.kind === 'nothing') return '';
  return kind === 'away'
    ? 'Go on working: everything is kept in this browser and will be saved when it returns.'
    : 'Your work is kept in this browser.';
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
  const keeping = useStore(saver.keeping);
  const isLost = kind === 'away' && keeping.kind !== 'kept';
  return (
    <span className="quiet small me-2" role="status" data-testid="save-state">
      {isLost ? 'Not saved' : WORDS[kind]}
    </span>
  );
}
