/** Whether a key was pressed on a control: Enter and space there are the control's own. */
export function onControl({ target }: KeyboardEvent): boolean {
  return isWithin(target, 'button, a, input, textarea, select');
}

/** Whether a key was pressed within what a selector finds. */
export function isWithin(target: EventTarget | null, selector: string): boolean {
  return target instanceof Element && target.closest(selector) !== null;
}

/** Where keys write: undo there is the field's own. */
const WRITING =
  'textarea, input:not([type=range], [type=checkbox], [type=radio], [type=color]), [contenteditable]';

/** Whether somebody is writing where a key was pressed. */
export const isWriting = ({ target }: KeyboardEvent) => isWithin(target, WRITING);

/** For keys that work on sliders and boxes too, but not while somebody writes. */
export const UNLESS_WRITING = {
  preventDefault: true,
  enableOnFormTags: true,
  ignoreEventWhen: isWriting,
} as const;
