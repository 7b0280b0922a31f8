import { controlsOf, type Character } from '@cruvo/core/character';
import { newCue, type Cue } from '@cruvo/core/cues';
import { faceLinksOf, linkedShares, simulatedFace } from '@cruvo/core/face';
import { readVectorDrawing } from '@cruvo/core/formats';
import { readingAt, type PassRecording } from '@cruvo/core/passes';
import { compile, movedBy, placeOfTarget, Player, valueOfShare } from '@cruvo/core/program';
import type { Scene } from '@cruvo/core/scene';
import { frameAt, frameMiddle, toFlicks } from '@cruvo/core/time';
import type { Size } from '@cruvo/painter/paint';
import { FrameCanvas } from '@cruvo/painter/browser';
import { Performing } from '../apps/web/src/studio/perform/performing';
import { Transport } from '../apps/web/src/studio/playback/transport';

interface Input {
  readonly scene: Scene;
  readonly member: string;
  readonly character: [string, Character];
  readonly pictures: [string, string][];
  readonly size: Size;
  /** How long each take is. */
  readonly seconds: number;
}

export interface PerformingTimes {
  /** Milliseconds from an input to the picture that shows it, by input. */
  readonly inputs: Readonly<Record<'key' | 'slider' | 'face', number[]>>;
  /** By how many milliseconds two takes of one performance lie beside where it was done. */
  readonly shifts: readonly [number, number];
  /** How far their values lie from what was done, at most, as a share of all that the control does. */
  readonly off: number;
}

const TRIES = 60;
const READINGS = 30;
/** How long after it was seen a face is heard of, milliseconds. */
const LATE = { least: 30, most: 90 };

/** Performs a character as the studio does, and looks at the pictures and at the takes. */
export async function performAll(input: Input): Promise<PerformingTimes> {
  const { scene, member, size, seconds } = input;
  const [id, character] = input.character;
  const program = compile({ scene, characters: new Map([[id, character]]), tracks: new Map() });
  const own = movedBy(program, member)!;
  const images = new Map(
    input.pictures.map(([media, svg]) => [
      media,
      { kind: 'vector' as const, drawing: readVectorDrawing(svg) },
    ]),
  );
  const canvas = Object.assign(document.createElement('canvas'), size);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = new FrameCanvas(canvas);
  const player = new Player(program);
  const transport = new Transport(seconds + 5, []);
  const performing = new Performing(transport, { begin: () => undefined, add: () => undefined });
  performing.choose(member);

  let shown: (() => void) | null = null;
  let asked: number | null = null;
  const paint = () => {
    asked = null;
    const frame = frameAt(toFlicks(transport.time()), scene.frameRate);
    const picture = player.seek(frameMiddle(frame, scene.frameRate), performing.live(own));
    painter.show(picture, images, size);
    context.getImageData(0, 0, 1, 1);
    shown?.();
    shown = null;
  };
  performing.state.subscribe(() => (asked ??= requestAnimationFrame(paint)));
  const untilShown = async (work: () => void): Promise<number> => {
    // Inputs come at any moment between two pictures.
    await sleep(40 + 20 * Math.random());
    const begun = performance.now();
    const seen = new Promise<void>((done) => (shown = done));
    work();
    await seen;
    return performance.now() - begun;
  };
  const many = async (work: (at: number) => void): Promise<number[]> => {
    const times: number[] = [];
    for (let at = 0; at < TRIES; at++) times.push(await untilShown(() => work(at)));
    return times.sort((a, b) => a - b);
  };

  const controls = controlsOf(character);
  const links = faceLinksOf(character);
  const seen = (time: number) =>
    [...linkedShares(links, simulatedFace('lively', time).values!)].flatMap(([target, share]) => {
      const place = placeOfTarget(controls, target);
      return place ? [[target, valueOfShare(controls, place, share)] as const] : [];
    });
  const [target] = links.map((link) => link.target);
  const cue: Cue = {
    ...{ ...newCue('cue', 'Cue', null), order: 'a0', easeIn: 0, easeOut: 0 },
    action: { kind: 'pose', targets: [{ control: target!, amount: 1 }] },
  };
  const inputs = {
    key: await many((at) => {
      if (at % 2 === 0) performing.cues.press(cue);
      else performing.cues.release(cue.id);
    }),
    slider: await many((at) => performing.move(target!, (at % 10) / 20)),
    face: await many((at) => performing.moveAll(seen(at / READINGS))),
  };
  performing.letGoAll();

  const take = () =>
    new Promise<PassRecording>((done, failed) => {
      const from = 0;
      const timer = setInterval(() => {
        if (performing.state.getState().phase !== 'recording') return;
        const readAt = performance.now();
        const values = seen(transport.time() - from);
        const late = LATE.least + (LATE.most - LATE.least) * Math.random();
        setTimeout(() => performing.moveAll(values, (performance.now() - readAt) / 1000), late);
      }, 1000 / READINGS);
      performing
        .record(
          { from, until: seconds, countIn: 0 },
          () => 0,
          ({ recording }) => {
            clearInterval(timer);
            done(recording!);
          },
        )
        .catch(failed);
    });
  const takes = [await take(), await take()];
  const place = placeOfTarget(controls, target!)!;
  const truth = (time: number) => seen(time).find(([one]) => one === target)![1];
  const offAt = (recording: PassRecording, shift: number): number => {
    const channel = recording.channels.find(({ control }) => control === target)!;
    const times = [...channel.times].filter((time) => time > 0.5 && time < seconds - 0.5);
    const squares = times.map((time) => (readingAt(channel, time) - truth(time - shift)) ** 2);
    return Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / times.length);
  };
  const shiftOf = (recording: PassRecording): number => {
    const tried = Array.from({ length: 401 }, (_, at) => (at - 200) / 1000);
    return 1000 * tried.reduce((a, b) => (offAt(recording, b) < offAt(recording, a) ? b : a));
  };
  transport.close();
  return {
    inputs,
    shifts: [shiftOf(takes[0]!), shiftOf(takes[1]!)],
    off: Math.max(...takes.map((one) => offAt(one, 0))) / (place.up + place.down),
  };
}

const sleep = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));

Object.assign(window, { performAll });
