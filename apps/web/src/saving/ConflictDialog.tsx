import { Button, Modal } from 'react-bootstrap';
import { useStore } from 'zustand';
import type { DocumentBodies, DocumentKind } from '@cruvo/core/document';
import type { DocumentSaver } from './documentSaver';

interface ConflictDialogProps<Kind extends DocumentKind> {
  readonly saver: DocumentSaver<Kind>;
  readonly mine: DocumentBodies[Kind];
  /** What changed from one version to another, in sentences. */
  readonly describe: (
    before: DocumentBodies[Kind],
    after: DocumentBodies[Kind],
  ) => readonly string[];
  readonly onTake: (theirs: DocumentBodies[Kind]) => void;
}

/** Shown when another window saved this first: what each side changed, and which to keep. */
export function ConflictDialog<Kind extends DocumentKind>({
  saver,
  mine,
  describe,
  onTake,
}: ConflictDialogProps<Kind>) {
  const state = useStore(saver.state);
  if (state.kind !== 'conflict') return null;
  const base = saver.lastSaved;
  const takeTheirs = () => {
    const theirs = saver.takeTheirs();
    if (theirs) onTake(theirs);
  };
  return (
    <Modal show backdrop="static" keyboard={false} size="lg" aria-labelledby="conflict-title">
      <Modal.Header>
        <Modal.Title id="conflict-title" as="h2" className="h5">
          This was changed in another window
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>
          Nothing has been overwritten. Choose which version to go on with; the other stays in the
          earlier versions, or can be reached with undo.
        </p>
        <div className="choices">
          <Side
            title="In the other window"
            changes={describe(base, state.theirs.body)}
            action="Use the other version"
            onTake={takeTheirs}
          />
          <Side
            title="In this window"
            changes={describe(base, mine)}
            action="Keep this version"
            onTake={() => saver.keepMine()}
          />
        </div>
      </Modal.Body>
    </Modal>
  );
}

interface SideProps {
  readonly title: string;
  readonly changes: readonly string[];
  readonly action: string;
  readonly onTake: () => void;
}

function Side({ title, changes, action, onTake }: SideProps) {
  return (
    <section>
      <h3 className="h6">{title}</h3>
      <ul className="small flex-fill">
        {changes.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {changes.length === 0 && <li>No visible change.</li>}
      </ul>
      <Button variant="outline-secondary" onClick={onTake}>
        {action}
      </Button>
    </section>
  );
}
