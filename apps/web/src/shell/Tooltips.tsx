import { useEffect, useState } from 'react';
import { Overlay, Tooltip } from 'react-bootstrap';

/** How long the pointer must rest before a tooltip comes up, milliseconds. */
const REST_MS = 350;

/**
 * The tooltip of whatever the pointer rests on or has the focus, where it has `data-tip`: its name, and with
 * `data-tip-key` the key that does the same. One for the whole page, since a studio has hundreds of buttons.
 */
export function Tooltips() {
  const [target, setTarget] = useState<HTMLElement | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hide = () => {
      clearTimeout(timer);
      setTarget(null);
    };
    const show = ({ target: over }: Event) => {
      hide();
      const found = over instanceof Element ? over.closest<HTMLElement>('[data-tip]') : null;
      if (found) timer = setTimeout(() => setTarget(found), REST_MS);
    };
    const shows = ['pointerover', 'focusin'];
    const hides = ['pointerdown', 'focusout', 'keydown', 'scroll'];
    shows.forEach((type) => document.addEventListener(type, show));
    hides.forEach((type) => document.addEventListener(type, hide, true));
    return () => {
      hide();
      shows.forEach((type) => document.removeEventListener(type, show));
      hides.forEach((type) => document.removeEventListener(type, hide, true));
    };
  }, []);
  if (!target?.isConnected) return null;
  const { tip, tipKey } = target.dataset;
  return (
    <Overlay show target={target} placement="bottom">
      <Tooltip>
        {tip} {tipKey && <kbd>{tipKey}</kbd>}
      </Tooltip>
    </Overlay>
  );
}
