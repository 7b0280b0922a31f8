import { Modal } from 'react-bootstrap';

/** Keys, and what they do. */
export type KeyList = readonly (readonly [keys: string, what: string])[];

interface KeyboardHelpProps {
  readonly show: boolean;
  readonly keys: KeyList;
  /** What can be done with the pointer. */
  readonly pointer: string;
  readonly onHide: () => void;
}

/** The keys of a page. */
export function KeyboardHelp({ show, keys: list, pointer, onHide }: KeyboardHelpProps) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keyboard-help">
      <Modal.Header closeButton>
        <Modal.Title id="keyboard-help" as="h2" className="h5">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="shortcut-grid">
          {list.map(([keys, what]) => (
            <div key={keys} style={{ display: 'contents' }}>
              <dt>
                <kbd>{keys}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <p className="quiet mb-0 mt-3">{pointer}</p>
      </Modal.Body>
    </Modal>
  );
}
