/** Whether a key was pressed on a control: Enter and space there are the control's own. */
export function onControl({ target }: KeyboardEvent): boolean {
  return isWithin(target, 'button, a, input, textarea, select');
}

/** Whether a key was pressed within what a selector finds. */
export function isWithin(target: EventTarget | null, selector: string): boolean {
  return target instanceof Element && target.closest(selector) !== null;
}
