import { Button, Modal } from 'react-bootstrap';
import { useStore } from 'zustand';
import { describeChanges, type Scene } from '@cruvo/core/scene';
import { useOpenScene, useScene } from '../SceneContext';

/** Shown when another window saved this scene first: what each side changed, and which to keep. */
export function ConflictDialog() {
  const { saver, store } = useOpenScene();
  const state = useStore(saver.state);
  const mine = useScene(({ scene }) => scene);
  if (state.kind !== 'conflict') return null;
  const base = saver.lastSaved;
  const takeTheirs = () => {
    const theirs = saver.takeTheirs();
    if (theirs) store.getState().replaceScene(theirs);
  };
  return (
    <Modal show backdrop="static" keyboard={false} size="lg" aria-labelledby="conflict-title">
      <Modal.Header>
        <Modal.Title id="conflict-title" as="h2" className="h5">
          This scene was changed in another window
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
            before={base}
            after={state.theirs.body}
            action="Take the other"
            onTake={takeTheirs}
          />
          <Side
            title="In this window"
            before={base}
            after={mine}
            action="Keep this one"
            onTake={() => saver.keepMine()}
          />
        </div>
      </Modal.Body>
    </Modal>
  );
}

interface SideProps {
  readonly title: string;
  readonly before: Scene;
  readonly after: Scene;
  readonly action: string;
  readonly onTake: () => void;
}

function Side({ title, before, after, action, onTake }: SideProps) {
  const changes = describeChanges(before, after);
  return (
    <section>
      <h3 className="h6">{title}</h3>
      <ul className="small flex-fill">
        {changes.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
        {changes.length === 0 && <li>Nothing that can be seen.</li>}
      </ul>
      <Button variant="outline-secondary" onClick={onTake}>
        {action}
      </Button>
    </section>
  );
}
