import type { Character } from '@cruvo/core/character';
import { differences } from '@cruvo/core/document';
import { readVectorDrawing } from '@cruvo/core/formats';
import { setByHand } from '@cruvo/core/mouth';
import { compile, Player, selectAtOnce, type SelectMouths } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import type { Line, Scene } from '@cruvo/core/scene';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { frameMiddle, frameStart, nearestFrame } from '@cruvo/core/time';
import type { Size } from '@cruvo/painter/paint';
import { FrameCanvas } from '@cruvo/painter/browser';
import { History } from '../apps/web/src/history/history';
import { timeEach } from './timing';

interface Input {
  readonly scene: Scene;
  readonly characters: [string, Character][];
  readonly track: [id: string, bytes: number[]];
  readonly pictures: [string, string][];
  readonly size: Size;
}

/** Milliseconds of each of many edits, by what was edited. */
export type EditTimes = Readonly<Record<'rename' | 'slider' | 'drag' | 'fit', number[]>>;

export interface EditingTimes extends Record<'edits', EditTimes> {
  /** Of making the whole scene ready once, and of reading its track. */
  readonly open: number;
  readonly read: number;
}

const EDITS = 60;
/** The line that is edited, in the middle of the scene; who speaks it has a part that follows the mouth. */
const LINE = 'line 11';

/** All that the page does for an edit of half an hour: its history, what is not saved yet, the program, the picture. */
function editAll({ scene: first, characters, track, pictures, size }: Input): EditingTimes {
  let begin = performance.now();
  const heard = readTrack(Uint8Array.from(track[1]));
  const read = performance.now() - begin;
  const tracks = new Map<string, VoiceTrack>([[track[0], heard]]);
  const cast = new Map(characters);
  const images = new Map(
    pictures.map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const canvas = Object.assign(document.createElement('canvas'), size);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = new FrameCanvas(canvas);
  let scene = first;
  begin = performance.now();
  let program = compile({ scene, characters: cast, tracks });
  const open = performance.now() - begin;
  const player = new Player(program);
  const history = new History<Scene>(
    () => scene,
    (next) => void (scene = next),
  );
  const start = scene.lines[LINE]!.start;
  const shown = nearestFrame(start, scene.frameRate) + 30 * 24;

  const show = (select: SelectMouths, at: number) => {
    differences(first, scene);
    program = compile({ scene, characters: cast, tracks }, program, select);
    player.swap(program);
    painter.show(player.seek(frameMiddle(shown + at, scene.frameRate)), images, size);
    context.getImageData(0, 0, 1, 1);
  };
  const line = (change: (one: Line) => Partial<Line>) =>
    history.change({
      ...scene,
      lines: withRecord(scene.lines, LINE, (one) => ({ ...one, ...change(one) })),
    });
  // As in the studio, where the mouths of long lines are chosen in a worker.
  const elsewhere: SelectMouths = () => null;
  const edits: Record<keyof EditTimes, (at: number) => void> = {
    rename: (at) => {
      history.change({ ...scene, name: `Name ${at}` });
      show(elsewhere, at);
    },
    slider: (at) => {
      line(({ fit }) => ({ fit: { ...fit, strength: 0.5 + at / 100 } }));
      show(elsewhere, at);
    },
    drag: (at) => {
      const edge = frameStart(24 * 30 + at, scene.frameRate);
      const end = edge + frameStart(6, scene.frameRate);
      const { drawing } = scene.lines[LINE]!.corrections[0]!;
      line(({ corrections }) => ({
        corrections: setByHand(corrections, { start: edge, end, drawing }),
      }));
      show(elsewhere, at);
    },
    fit: (at) => {
      line(({ fit }) => ({ fit: { ...fit, smooth: at / 100 } }));
      show(selectAtOnce, at);
    },
  };
  show(selectAtOnce, 0);
  const times = Object.entries(edits).map(([name, edit]) => {
    show(selectAtOnce, 0);
    return [name, [...timeEach(EDITS, edit)]] as const;
  });
  return { read, open, edits: Object.fromEntries(times) as unknown as EditTimes };
}

Object.assign(window, { editAll });
