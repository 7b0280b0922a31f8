import type { KeyList } from '../shell/KeyboardHelp';

/** The keys of a character. */
export const CHARACTER_KEYS: KeyList = [
  ['Space', 'say again what was tried last'],
  ['← → ↑ ↓', 'move the chosen parts by one unit; with Shift by ten'],
  ['T', 'say what the chosen parts are'],
  ['M', 'give the chosen drawings of the mouth their sounds'],
  ['H', 'hide or show the chosen parts'],
  ['Ctrl G', 'put the chosen parts into a group'],
  ['F2 or Enter', 'rename, in the list'],
  ['Delete', 'remove the selected parts, or the chosen point'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Escape', 'stop pointing; choose nothing'],
  ['?', 'this list'],
];

export const CHARACTER_POINTER =
  'On the drawing: click a part to choose it, with Shift or Ctrl several; drag it to move it, and its cross to set the point that it turns about. Round grips are dragged to pose it; with Alt any point goes to another place of the drawing. Both come to rest on edges and middles nearby; with Alt they go anywhere.';
