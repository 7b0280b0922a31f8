import { Modal } from 'react-bootstrap';

const KEYS: readonly (readonly [string, string])[] = [
  ['Space', 'play and pause'],
  [', .', 'one frame back, one frame on'],
  ['Home End', 'to the start, to the end'],
  ['Enter', 'choose the mouth at the playhead'],
  ['← →', 'choose the mouth before, the mouth after'],
  ['U', 'go to the next sound that is unsure'],
  ['1 … 9', 'give the chosen mouth another drawing'],
  ['Delete', 'let the chosen mouth rest'],
  ['R', 'back to the fitted mouth'],
  ['Shift ← →', 'move the end of the chosen mouth by a frame'],
  ['Alt ← →', 'move the start of the chosen mouth by a frame'],
  ['L', 'loop around the chosen mouth or the playhead'],
  ['+ − 0', 'show less time, more time, the whole scene'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Escape', 'choose nothing'],
  ['?', 'this list'],
];

export function KeyboardHelp({ show, onHide }: { show: boolean; onHide: () => void }) {
  return (
    <Modal show={show} onHide={onHide} aria-labelledby="keyboard-help">
      <Modal.Header closeButton>
        <Modal.Title id="keyboard-help" as="h2" className="h5">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="shortcut-grid">
          {KEYS.map(([keys, what]) => (
            <div key={keys} style={{ display: 'contents' }}>
              <dt>
                <kbd>{keys}</kbd>
              </dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <p className="quiet mb-0 mt-3">
          On the timeline: the wheel zooms about the pointer, Shift and the wheel move along, a drag
          with Shift loops a stretch, and the edges of mouths can be dragged.
        </p>
      </Modal.Body>
    </Modal>
  );
}
