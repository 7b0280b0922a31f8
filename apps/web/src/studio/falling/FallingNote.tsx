import { useEffect, useRef } from 'react';
import { ProgressBar } from 'react-bootstrap';
import { BODY_RATE } from '@cruvo/core/bodies';

/** Tells how far what falls has been worked out up to the time that is to be seen. @param left steps */
export function FallingNote({ left }: { left: number }) {
  const most = useRef(left);
  useEffect(() => {
    most.current = Math.max(most.current, left);
  }, [left]);
  const done = 1 - left / Math.max(1, most.current, left);
  return (
    <div className="falling-note" role="status">
      <span>
        Working out what falls: {Math.ceil(left / BODY_RATE)} s of the scene left. The picture
        follows.
      </span>
      <ProgressBar now={100 * done} aria-label="What falls" />
    </div>
  );
}
