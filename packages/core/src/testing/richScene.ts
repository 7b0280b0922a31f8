import { plainLayer, type Artwork } from '../character/artwork';
import { DEFAULT_FIT, type FitSettings } from '../mouth/fitSettings';
import type { SceneMaterial } from '../program/compile';
import { inTable } from '../records';
import { backdropOf } from '../scene/backdrop';
import { USUAL_CAPTIONS } from '../scene/captionSettings';
import { standing, type CastMember } from '../scene/cast';
import { wholeLine, type Line } from '../scene/line';
import { emitterOf } from '../particles';
import { withEmitter } from '../scene/emitterEdits';
import { USUAL_PHYSICS } from '../scene/physics';
import { SCENE_VERSION, type Row } from '../scene/scene';
import type { VoiceTrack } from '../speech/voiceTrack';
import { toFlicks } from '../time';
import { RICH_CHARACTERS, RICH_PICTURES } from './richCharacters';
import { testVoice } from './testScene';
import { testTrack } from './testTrack';

/** Seconds at which the golden frames stand, each inside a different piece of what is said. */
export const GOLDEN_TIMES: readonly number[] = [
  0, 0.13, 0.23, 0.31, 0.4, 0.52, 0.61, 0.7, 0.83, 0.95, 1.1, 1.21, 1.33, 1.48, 1.62, 1.75, 1.9,
  2.2, 2.6, 3.1,
];

/** A track whose loudness wanders, so that followers of loudness run through all of their range. */
function wandering(track: VoiceTrack): VoiceTrack {
  const values = track.loudness.values.map((level, at) =>
    level < -60 ? level : -14 - ((at * 7) % 23),
  );
  return { ...track, loudness: { ...track.loudness, values } };
}

const TRACKS = new Map([
  [
    'first',
    wandering(
      testTrack(
        [0, 0.1],
        [1, 0.12],
        [10, 0.2],
        [2, 0.1],
        [14, 0.2],
        [4, 0.06],
        [12, 0.2],
        [0, 0.4],
        [11, 0.2],
        [1, 0.08],
        [13, 0.24],
        [0, 0.1],
      ),
    ),
  ],
  [
    'second',
    wandering(
      testTrack(
        [10, 0.3],
        [7, 0.1],
        [9, 0.2],
        [3, 0.1],
        [10, 0.25],
        [1, 0.05],
        [14, 0.2],
        [0, 0.3],
      ),
    ),
  ],
]);

const line = (id: string, change: Partial<Line>, fit: Partial<FitSettings> = {}): Line => ({
  ...wholeLine({ id, row: id, name: id, start: 0, voice: testVoice }),
  track: 'first',
  ...change,
  fit: { ...DEFAULT_FIT, ...fit },
});

const LINES: readonly Line[] = [
  line('two', {}, { method: 'loudness', leadSeconds: 0 }),
  line('steps', { start: toFlicks(0.2) }, { method: 'loudness', smooth: 0.6, hold: 1 }),
  line('chart', {
    pauseDrawing: 'grin',
    corrections: [{ start: toFlicks(0.5), end: toFlicks(0.75), drawing: 'round' }],
  }),
  line('strip', { start: toFlicks(0.1), track: 'second' }, { leadSeconds: 0.12 }),
  line('cut', {}, { leadSeconds: 0.1, strength: 1.3 }),
  line(
    'lips',
    {
      start: toFlicks(0.15),
      corrections: [
        { start: toFlicks(0.3), end: toFlicks(0.5), drawing: 'viseme 14' },
        { start: toFlicks(1), end: toFlicks(1.2), drawing: 'viseme 10' },
      ],
    },
    { leadSeconds: 0.06, smooth: 0 },
  ),
  line('jaw', { track: 'second' }, { leadSeconds: 0.2, smooth: 0.8 }),
  // A second line of the same character begins while the first is still spoken; the first is shown.
  line(
    'chart again',
    { row: 'chart', start: toFlicks(1.6), mood: 'cross', track: 'second' },
    { hold: 3, pause: 0.1 },
  ),
  line('heard nothing', {
    row: 'two',
    start: toFlicks(2.1),
    track: null,
    corrections: [{ start: toFlicks(0.3), end: toFlicks(1.4), drawing: 'open' }],
  }),
];

/** Where each member stands: moved, enlarged, and in front of its neighbour. */
const CAST = inTable<CastMember>(
  LINES.slice(0, 7).map(({ id }, at) =>
    standing({
      id,
      character: id,
      x: 120 + 122 * at,
      y: at % 2 === 0 ? 330 : 530,
      scale: 0.95 + 0.07 * (at % 3),
    }),
  ),
);

const ROWS = inTable<Row>(
  Object.keys(CAST).map((id) => ({ id, kind: 'dialogue', target: id, muted: false })),
);

const STAGE = { width: 960, height: 540, background: '#f4e9d8' };

const HILLS_ARTWORK: Artwork = {
  ...{ width: STAGE.width, height: STAGE.height, notes: [], flat: null },
  layers: [
    plainLayer('Hills', {
      ...{ kind: 'vector', media: 'hills' },
      ...{ x: 40, y: 22.5, width: 880, height: 495 },
    }),
  ],
};

const HILLS =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 96 54"><defs><linearGradient id="s" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#203048"/><stop offset="1" stop-color="#b88a6a"/></linearGradient></defs><rect width="96" height="54" fill="url(#s)"/><path d="M0 40Q20 26 44 38T96 34V54H0Z" fill="#2f4a3a"/></svg>';

/** Two characters with all seven kinds of mouth between them: overlapping, corrected and early lines. */
export function richScene(): SceneMaterial {
  return {
    scene: {
      schemaVersion: SCENE_VERSION,
      name: 'Rich',
      length: toFlicks(4),
      frameRate: '24',
      stage: STAGE,
      backdrop: backdropOf('Hills', HILLS_ARTWORK, STAGE),
      cast: CAST,
      rows: ROWS,
      lines: Object.fromEntries(LINES.map((one) => [one.id, one])),
      markers: {},
      workArea: null,
      captions: USUAL_CAPTIONS,
      ...{ reactions: {}, keys: {}, moves: {}, takes: {}, cues: {}, performances: {} },
      ...{ emitters: {}, bodies: {}, links: {}, physics: USUAL_PHYSICS },
    },
    characters: RICH_CHARACTERS,
    tracks: TRACKS,
  };
}

/** The same in bad weather: snow behind everybody, and rain in front that splashes on the ground. */
export function stormyScene(): SceneMaterial {
  const rich = richScene();
  const snow = { ...emitterOf('snow', STAGE, 4), depth: { kind: 'behind' } } as const;
  const rain = { ...emitterOf('drizzle', STAGE, 5), depth: { kind: 'front' } } as const;
  const emitters = withEmitter(withEmitter({}, 'snow', snow), 'rain', rain);
  return {
    ...rich,
    scene: { ...rich.scene, emitters, physics: { ...USUAL_PHYSICS, wind: 0.2 } },
  };
}

/** The pictures of the rich scene: SVG text, or the bytes of a PNG, by the names that its drawings give. */
export function richPictures(): ReadonlyMap<string, string | Uint8Array> {
  return new Map([...RICH_PICTURES, ['hills', HILLS]]);
}
