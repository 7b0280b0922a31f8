import type { KeyList } from '../shell/KeyboardHelp';

/** The keys of a scene. */
export const STUDIO_KEYS: KeyList = [
  ['Space', 'play and pause'],
  [', .', 'one frame back, one frame on'],
  ['Home End', 'to the start, to the end'],
  ['Enter', 'choose the mouth at the playhead'],
  ['← →', 'choose the mouth before, the mouth after'],
  ['U', 'look at the next sound that is unsure: Q W E take a mouth, Enter keeps it'],
  [
    '1 … 9',
    'give the chosen mouth another drawing; while it plays, lay mouths in time; two strokes from 10 on',
  ],
  ['H', 'play at half speed, and back'],
  ['B', 'hear voices as they were recorded, and as they are now'],
  ['Page ↑ ↓', 'to the line before, the line after'],
  ['Ctrl ← →', 'to the word before, the word after'],
  ['C, Shift C', 'to the next mouth set by hand, to the one before'],
  ['M', 'put a marker at the playhead'],
  ['N, Shift N', 'to the next marker, to the one before'],
  [
    'Delete',
    'let the chosen mouth rest; else delete the chosen takes, cues and moves, or the line',
  ],
  ['P', 'pose who is worked on by dragging on the stage, and back'],
  ['W', 'write a line without a recording, at the playhead'],
  ['Shift R', 'open the recorder; there, record and stop'],
  ['Shift P', 'under Perform: record a pass, and stop'],
  ['S', 'split the line at the playhead'],
  ['J', 'join the line with the one that goes on where it ends'],
  [
    'D',
    'lay the chosen takes, cues and moves down again at the playhead; else say the chosen lines again',
  ],
  ['Ctrl A', 'choose all lines'],
  ['Ctrl C, X, V', 'copy, cut, paste the chosen lines; in the sheet, mouths'],
  ['R', 'back to the fitted mouth'],
  ['Shift ← →', 'move the end of the chosen mouth by a frame'],
  ['Alt ← →', 'move the start of the chosen mouth by a frame'],
  ['L', 'loop around the chosen mouth or the playhead'],
  ['+ − 0', 'show less time, more time, the whole scene'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['Escape', 'choose nothing'],
  ['?', 'this list'],
];

export const STUDIO_POINTER =
  'On the timeline: the wheel zooms about the pointer, Shift and the wheel move along, a drag with Shift loops a stretch. Lines are chosen by their names, more with Shift or by a box drawn around them, moved by their names, also to other speakers, and trimmed at the ends of their names; with Alt what follows moves along, with Ctrl nothing snaps. Takes, cues and moves are chosen by a click, more with Shift, and moved and trimmed together. The edges of mouths, words and moods can be dragged, a word is written anew where one clicks it, and recordings are dropped on a row.';
