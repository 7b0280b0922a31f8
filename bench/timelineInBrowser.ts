import { PeakPyramid } from '@cruvo/core/audio';
import type { Character } from '@cruvo/core/character';
import { differences } from '@cruvo/core/document';
import { chartOf, setByHand } from '@cruvo/core/mouth';
import { compile, selectAtOnce } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import type { Scene } from '@cruvo/core/scene';
import { readTrack } from '@cruvo/core/speech';
import { toSeconds } from '@cruvo/core/time';
import { History } from '../apps/web/src/history/history';
import { paintRulerStrip, paintTimeline } from '../apps/web/src/studio/timeline/paintTimeline';
import { layOutRows, RULER } from '../apps/web/src/studio/timeline/rows';
import type { Colors } from '../apps/web/src/studio/timeline/timelinePicture';
import {
  clampViewport,
  wholeScene,
  zoomAround,
  type Viewport,
} from '../apps/web/src/studio/timeline/viewport';
import { timeEach } from './timing';

interface Input {
  readonly scene: Scene;
  readonly characters: [string, Character][];
  readonly track: [id: string, bytes: number[]];
  readonly peaks: { readonly hash: string; readonly seconds: number };
  /** Id of the member whose row is shown in full, and of one of its lines. */
  readonly member: string;
  readonly line: string;
}

/** Milliseconds of each of many paintings, and of many edits with what they paint of the timeline. */
export interface TimelineTimes {
  readonly mouths: number;
  readonly compiled: number;
  readonly zoom: number[];
  readonly pan: number[];
  readonly edit: number[];
}

const WIDTH = 1140;
const STEPS = 240;
const WARMING = 40;
const EDITS = 120;
const PEAKS_A_SECOND = 800;

const COLORS = Object.fromEntries(
  [
    ...[
      'ground',
      'lane',
      'wave',
      'waveQuiet',
      'mouth',
      'mouthEdge',
      'byHand',
      'chosen',
      'onChosen',
    ],
    ...['head', 'unsure', 'text', 'textQuiet'],
  ].map((name, at) => [name, `hsl(${at * 30} 40% 60%)`]),
) as Colors;

/** Paints the timeline of an hour while it is zoomed and moved, and while a mouth is set by hand again and again. */
function paintHour({ scene: first, characters, track, peaks, member, line }: Input): TimelineTimes {
  const cast = new Map(characters);
  const tracks = new Map([[track[0], readTrack(Uint8Array.from(track[1]))]]);
  const begin = performance.now();
  let program = compile({ scene: first, characters: cast, tracks });
  const compiled = performance.now() - begin;
  const extent = { width: WIDTH, length: toSeconds(first.length) };
  const noise = Int8Array.from({ length: 2 * PEAKS_A_SECOND * peaks.seconds }, (_, at) =>
    Math.round(((at % 2) * 2 - 1) * Math.abs(((at * 7919) % 101) - 20)),
  );
  const pyramids = new Map([[peaks.hash, new PeakPyramid(noise)]]);
  const small = Object.assign(document.createElement('canvas'), { width: 152, height: 116 });
  small.getContext('2d')!.fillRect(0, 0, 152, 116);
  const thumbnails = new Map(
    characters.map(([id, { mouth }]) => [
      id,
      new Map(chartOf(mouth!).drawings.map(({ drawing }) => [drawing, small])),
    ]),
  );
  const { height } = layOutRows(program, member);
  const contextOf = (tall: number) =>
    Object.assign(document.createElement('canvas'), { width: WIDTH, height: tall }).getContext(
      '2d',
      {
        willReadFrequently: true,
      },
    )!;
  const [context, ruler] = [contextOf(height), contextOf(RULER.height)];
  const paint = (viewport: Viewport) => {
    const laid = layOutRows(program, member);
    const picture = {
      ...{ rows: laid.rows, stage: laid.stage },
      ...{ program, viewport, width: WIDTH, height, peaks: pyramids, thumbnails },
      ...{ chosen: null, line, loop: null, snappedTo: null, marquee: null },
      ...{ together: new Set([line]), clips: new Set<string>(), curves: () => null },
    };
    paintTimeline(context, picture, COLORS);
    paintRulerStrip(ruler, { ...picture, height: RULER.height }, COLORS);
    for (const painted of [context, ruler]) painted.getImageData(0, 0, 1, 1);
  };

  // From all of it to single frames, about a place in the middle, and back; as in a page that has been open for a while.
  let viewport = wholeScene(extent);
  for (let warming = 0; warming < WARMING; warming++) paint(viewport);
  const factor = 1.06;
  paint(viewport);
  const zoom = timeEach(STEPS, (at) => {
    viewport = zoomAround(viewport, at < STEPS / 2 ? factor : 1 / factor, 0.6 * WIDTH, extent);
    paint(viewport);
  });
  const pan = timeEach(STEPS, (at) => {
    paint(clampViewport({ start: 10 * at, scale: 8 }, extent));
  });

  let scene = first;
  const history = new History<Scene>(
    () => scene,
    (next) => void (scene = next),
  );
  const { drawing } = program.lines.get(line)!.mouths[0]!;
  const { start } = scene.lines[line]!;
  const close = clampViewport({ start: toSeconds(start) - 1, scale: 60 }, extent);
  paint(close);
  const edit = timeEach(EDITS, (at) => {
    const from = 29_400_000 * (10 + at);
    const piece = { start: from, end: from + 29_400_000, drawing };
    history.change({
      ...scene,
      lines: withRecord(scene.lines, line, (one) => ({
        ...one,
        corrections: setByHand(one.corrections, piece),
      })),
    });
    differences(first, scene);
    program = compile({ scene, characters: cast, tracks }, program, selectAtOnce);
    paint(close);
  });
  const mouths = [...program.lines.values()].reduce((sum, one) => sum + one.mouths.length, 0);
  return { mouths, compiled, zoom: [...zoom], pan: [...pan], edit: [...edit] };
}

Object.assign(window, { paintHour });
