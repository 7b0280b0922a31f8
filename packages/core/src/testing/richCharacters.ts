import { CHARACTER_VERSION, NO_BODY, type Character } from '../character/character';
import type { Drawing } from '../character/drawing';
import { NO_EYES, type Eyes } from '../character/eyes';
import { plainPart, type Part, type UnplacedPart } from '../character/part';
import type { Box } from '../geometry';
import { targetOf } from '../mouth/articulation';
import { lipsFrom } from '../mouth/kinds/lipsMouth';
import type { MouthChart, MouthDrawing } from '../mouth/mouthChart';
import type { Follower, MouthRig } from '../mouth/mouthRig';
import type { Viseme } from '../speech/visemes';
import { inTable } from '../records/records';

/** Pictures that the rich characters refer to: SVG text, or the bytes of a PNG, by their names. */
const pictures = new Map<string, string | Uint8Array>();

const svg = (width: number, height: number, inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}">${inside}</svg>`;

/** A drawing whose picture is made from SVG elements, at its place in the artwork. */
function drawn(media: string, { x, y, width, height }: Box, inside: string): Drawing {
  pictures.set(media, svg(width, height, inside));
  return { kind: 'vector', media, x, y, width, height };
}

/** An 8 by 8 PNG of slanting stripes, half of them see-through. */
const STRIPES =
  'iVBORw0KGgoAAAANSUhEUgAAAAgAAAAICAYAAADED76LAAAAJklEQVR42mOQi1rwH4R/3QnIA2F0PgM+SRCbAZ8kXAE+axgGgRsA/2yVYRCq5tAAAAAASUVORK5CYII=';
pictures.set(
  'stripes',
  Uint8Array.from(atobOf(STRIPES), (character) => character.charCodeAt(0)),
);

function atobOf(base64: string): string {
  return (globalThis as unknown as { atob(text: string): string }).atob(base64);
}

const box = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });
const oval = (width: number, height: number, fill: string, more = '') =>
  `<ellipse cx="${width / 2}" cy="${height / 2}" rx="${width / 2 - 1}" ry="${height / 2 - 1}" fill="${fill}" ${more}/>`;

const FACE_DRAWINGS: Record<string, Drawing> = {
  body: drawn(
    'body',
    box(40, 150, 120, 100),
    '<defs><linearGradient id="g" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#d9a441"/><stop offset="1" stop-color="#7a4b1e"/></linearGradient></defs><path d="M10 100Q0 20 60 4Q120 20 110 100Z" fill="url(#g)" stroke="#3a2410" stroke-width="3"/>',
  ),
  skull: drawn(
    'skull',
    box(30, 20, 140, 150),
    '<defs><radialGradient id="g" cx="0.4" cy="0.35" r="0.8"><stop offset="0" stop-color="#f7d9b0"/><stop offset="1" stop-color="#c98b58"/></radialGradient></defs><ellipse cx="70" cy="75" rx="68" ry="73" fill="url(#g)" stroke="#5b3716" stroke-width="2"/>',
  ),
  shade: drawn('shade', box(90, 10, 90, 170), oval(90, 170, '#6a3d6e')),
  blush: drawn('blush', box(50, 95, 100, 30), oval(100, 30, '#e0584a', 'opacity="0.8"')),
  glow: drawn('glow', box(60, 10, 80, 40), oval(80, 40, '#6fd3ff', 'opacity="0.7"')),
  white: drawn('white', box(60, 60, 30, 24), oval(30, 24, '#ffffff', 'stroke="#333333"')),
  pupil: drawn('pupil', box(70, 67, 10, 10), oval(10, 10, '#202030')),
  lid: drawn('lid', box(58, 58, 34, 28), oval(34, 28, '#b97a4a')),
  brow: drawn(
    'brow',
    box(56, 46, 36, 8),
    '<path d="M1 6Q18 -2 35 6L33 8Q18 2 3 8Z" fill="#3b2412"/>',
  ),
  stripes: { kind: 'raster', media: 'stripes', x: 70, y: 190, width: 60, height: 50 },
  rest: mouthDrawing(
    'rest',
    '<path d="M4 20Q35 26 66 20" fill="none" stroke="#5a1f1c" stroke-width="4" stroke-linecap="round"/>',
  ),
  lips: mouthDrawing('lips', '<path d="M8 18H62V24H8Z" fill="#b3473f"/>'),
  teeth: mouthDrawing(
    'teeth',
    '<rect x="8" y="12" width="54" height="16" fill="#5a1f1c"/><rect x="10" y="13" width="50" height="7" fill="#fffaf0"/>',
  ),
  open: mouthDrawing('open', oval(70, 40, '#5a1f1c')),
  half: mouthDrawing('half', '<ellipse cx="35" cy="20" rx="26" ry="11" fill="#5a1f1c"/>'),
  round: mouthDrawing(
    'round',
    '<circle cx="35" cy="20" r="13" fill="#5a1f1c" stroke="#b3473f" stroke-width="5"/>',
  ),
  cross: mouthDrawing(
    'cross',
    '<path d="M6 28L20 14L35 26L50 14L64 28" fill="none" stroke="#5a1f1c" stroke-width="5"/>',
  ),
  grin: mouthDrawing(
    'grin',
    '<path d="M4 10Q35 44 66 10Z" fill="#fffaf0" stroke="#5a1f1c" stroke-width="3"/>',
  ),
};

function mouthDrawing(name: string, inside: string): Drawing {
  return drawn(`mouth ${name}`, box(65, 110, 70, 40), inside);
}

const MOUTHS = ['rest', 'lips', 'teeth', 'open', 'half', 'round', 'cross', 'grin'];

const part = (id: string, parent: string | null, change: Partial<Part> = {}): UnplacedPart =>
  plainPart({
    id,
    name: id,
    parent,
    drawing: Object.hasOwn(FACE_DRAWINGS, id) ? id : null,
    ...change,
  });

/** Nested, turned, scaled, clipped, faded and blended parts; back to front. */
const FACE_PARTS: readonly UnplacedPart[] = [
  part('body', null),
  part('stripes', 'body', {
    opacity: 0.75,
    rest: { x: 2, y: 0, turn: 0.2, scale: 0.9 },
    pivot: { x: 100, y: 215 },
  }),
  part('head', null, {
    rest: { x: 3, y: -2, turn: -0.08, scale: 1.05 },
    pivot: { x: 100, y: 165 },
  }),
  part('skull', 'head'),
  part('shade', 'head', { clipped: true, blend: 'multiply', opacity: 0.6 }),
  part('blush', 'head', { clipped: true }),
  part('eye', 'head', { opacity: 0.95 }),
  part('white', 'eye'),
  part('pupil', 'eye', { clipped: true }),
  part('lid', 'eye', { hidden: true }),
  part('brow', 'head'),
  part('mouth', 'head', { shows: 'rest' }),
  ...MOUTHS.map((id) => part(id, 'mouth')),
  part('glow', null, { blend: 'screen' }),
];

const EYES: Eyes = {
  ...NO_EYES,
  pupils: [
    { pupil: 'pupil', white: 'white', center: { x: 75, y: 72 }, reach: [8, 5, 3, 5, 8, 5, 3, 5] },
  ],
  gaze: { x: 120, y: 60 },
  lids: { kind: 'swap', closed: ['lid'], open: ['pupil'] },
  brows: { left: null, right: { part: 'brow', pivot: { x: 74, y: 50 }, raise: 3, turn: 0.1 } },
};

const shows = (drawing: string, viseme: Viseme, mood: string | null = null): MouthDrawing => ({
  ...{ drawing, label: drawing, articulation: targetOf(viseme), mood },
});
const CHART: MouthChart = {
  rest: 'rest',
  drawings: [
    shows('rest', 0),
    shows('lips', 1),
    shows('teeth', 2),
    shows('open', 10),
    shows('half', 11),
    shows('round', 14),
    shows('cross', 10, 'cross'),
    { drawing: 'grin', label: 'grin', articulation: null, mood: null },
  ],
};
const jaw = (drawing: string, opening: number): MouthDrawing => ({
  ...{ drawing, label: drawing, articulation: { jaw: opening }, mood: null },
});
const BROW_FOLLOWS: Follower = {
  ...{ part: 'brow', x: 0, y: -6, turn: 0.2, scale: 1.1, pivot: { x: 74, y: 50 } },
};

const [LEFT, RIGHT] = [
  { x: 70, y: 130 },
  { x: 130, y: 128 },
] as const;
const CUT = {
  kind: 'cut',
  part: 'skull',
  from: LEFT,
  to: RIGHT,
  ...{ upper: 5, lower: 22, curve: [], softness: 0.4 },
  inside: { kind: 'gradient', top: '#2a0f0d', bottom: '#8a2f2a' },
} as const;

/** A face with each kind of mouth but the jaw; what is cut or drawn as lips shows no drawings. */
const RIGS = {
  two: {
    kind: 'two',
    part: 'mouth',
    chart: { rest: 'rest', drawings: [jaw('rest', 0), jaw('open', 1)] },
    followers: [],
  },
  steps: {
    kind: 'steps',
    part: 'mouth',
    chart: { rest: 'lips', drawings: [jaw('lips', 0), jaw('half', 0.5), jaw('open', 1)] },
    followers: [],
  },
  chart: { kind: 'chart', part: 'mouth', chart: CHART, followers: [BROW_FOLLOWS] },
  strip: {
    kind: 'strip',
    part: 'mouth',
    strip: ['lips', 'half', 'open'],
    followers: [BROW_FOLLOWS],
  },
  cut: { ...CUT, followers: [] },
  lips: {
    ...lipsFrom({ part: 'mouth', replaces: true }, LEFT, RIGHT, { x: 100, y: 142 }),
    followers: [BROW_FOLLOWS],
  },
} as const satisfies Record<string, MouthRig>;

function face(kind: keyof typeof RIGS): Character {
  return {
    schemaVersion: CHARACTER_VERSION,
    name: kind,
    width: 200,
    height: 250,
    drawings: FACE_DRAWINGS,
    parts: inTable<Part>(
      kind === 'cut'
        ? FACE_PARTS.filter(({ id }) => !MOUTHS.includes(id)).map((one) =>
            one.id === 'mouth' ? { ...one, shows: null } : one,
          )
        : FACE_PARTS,
    ),
    mouth: RIGS[kind],
    eyes: EYES,
    ...NO_BODY,
  };
}

/** A bird whose lower beak turns, with its tongue, under a head that is half see-through; its lids slide. */
const BIRD: Character = {
  schemaVersion: CHARACTER_VERSION,
  name: 'bird',
  width: 200,
  height: 250,
  drawings: {
    neck: drawn(
      'neck',
      box(70, 100, 60, 150),
      '<path d="M10 150Q0 40 30 0Q60 40 50 150Z" fill="#8fa6b5" stroke="#3c4a55" stroke-width="3"/>',
    ),
    crown: drawn(
      'crown',
      box(50, 40, 90, 80),
      oval(90, 80, '#b7c7d2', 'stroke="#3c4a55" stroke-width="3"'),
    ),
    upper: drawn('upper beak', box(110, 66, 86, 24), '<path d="M2 2L84 20L2 22Z" fill="#e0a23a"/>'),
    lower: drawn('lower beak', box(112, 86, 80, 20), '<path d="M2 2L78 4L2 18Z" fill="#b97f22"/>'),
    tongue: drawn('tongue', box(116, 84, 40, 8), oval(40, 8, '#e0746c')),
    eye: drawn('bird eye', box(96, 62, 16, 16), oval(16, 16, '#101820')),
    lid: drawn('bird lid', box(94, 42, 20, 20), oval(20, 20, '#8fa6b5')),
  },
  parts: inTable<Part>([
    plainPart({ id: 'neck', name: 'neck', drawing: 'neck' }),
    plainPart({
      id: 'head',
      name: 'head',
      opacity: 0.85,
      rest: { x: 0, y: 4, turn: 0.15, scale: 1 },
      pivot: { x: 95, y: 110 },
    }),
    plainPart({ id: 'jaw', name: 'jaw', parent: 'head', pivot: { x: 114, y: 88 } }),
    plainPart({ id: 'lower', name: 'lower', parent: 'jaw', drawing: 'lower' }),
    plainPart({ id: 'tongue', name: 'tongue', parent: 'jaw', drawing: 'tongue' }),
    plainPart({ id: 'upper', name: 'upper', parent: 'head', drawing: 'upper' }),
    plainPart({ id: 'crown', name: 'crown', parent: 'head', drawing: 'crown' }),
    plainPart({ id: 'eye', name: 'eye', parent: 'head', drawing: 'eye' }),
    plainPart({ id: 'lid', name: 'lid', parent: 'head', drawing: 'lid', clipped: true }),
  ]),
  mouth: {
    ...{ kind: 'jaw', part: 'jaw', hinge: { x: 114, y: 88 }, turn: 0.5, slide: { x: -2, y: 3 } },
    followers: [{ part: 'crown', x: 0, y: -4, turn: 0, scale: 1.05, pivot: { x: 95, y: 80 } }],
  },
  eyes: {
    ...NO_EYES,
    lids: { kind: 'slide', lids: [{ part: 'lid', x: 2, y: 20 }] },
    blinking: { shortest: 0.4, longest: 1.2, doubles: 0.5 },
  },
  ...NO_BODY,
};

/** Two characters, the face with six kinds of mouth, by the names of their kinds. */
export const RICH_CHARACTERS: ReadonlyMap<string, Character> = new Map([
  ...(Object.keys(RIGS) as (keyof typeof RIGS)[]).map((kind) => [kind, face(kind)] as const),
  ['jaw', BIRD],
]);

/** What the drawings of the rich characters show. */
export const RICH_PICTURES: ReadonlyMap<string, string | Uint8Array> = pictures;
