import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { useOpenScene, useScene } from './SceneContext';

/** Where one is: the production and the scene, whose name can be changed on the spot. */
export function SceneTitle({ production }: { production: string }) {
  const { store } = useOpenScene();
  const name = useScene((state) => state.scene.name);
  const [draft, setDraft] = useState<string | null>(null);
  const commit = () => {
    const wanted = draft?.trim();
    if (wanted && wanted !== name) store.getState().rename(wanted);
    setDraft(null);
  };
  return (
    <>
      <span className="quiet align-self-center">{production}</span>
      <span className="quiet align-self-center" aria-hidden>
        /
      </span>
      {draft === null ? (
        <h1 className="h6 mb-0 align-self-center">
          <button
            type="button"
            className="title-button"
            title="Rename the scene"
            onClick={() => setDraft(name)}
          >
            {name}
          </button>
        </h1>
      ) : (
        <Form.Control
          size="sm"
          autoFocus
          aria-label="Name of the scene"
          maxLength={200}
          value={draft}
          onChange={({ target }) => setDraft(target.value)}
          onBlur={commit}
          onKeyDown={({ key }) => {
            if (key === 'Enter') commit();
            if (key === 'Escape') setDraft(null);
          }}
        />
      )}
    </>
  );
}
