import { overridesSource } from '@cruvo/core/controls';
import {
  FaceFeed,
  faceLinksOf,
  linkedShares,
  simulatedFace,
  USUAL_FACE,
  type FaceLink,
} from '@cruvo/core/face';
import {
  PassRecorder,
  readRecording,
  takeOf,
  withTake,
  writeRecording,
  type PassRecording,
} from '@cruvo/core/passes';
import {
  compile,
  overridesOf,
  placeOfTarget,
  Player,
  valueOfShare,
  type Program,
} from '@cruvo/core/program';
import { inTable } from '@cruvo/core/records';
import { standing, type CastMember } from '@cruvo/core/scene';
import { frameStart, toFlicks } from '@cruvo/core/time';
import { setUpBody } from '@cruvo/core/character';
import { retainedNodePainter, tracerFor } from '@cruvo/film/images';
import { onPage } from '../browserPage';
import { demoScene } from '../demoScene';
import type { PerformingTimes } from '../performingInBrowser';
import { imagesOf } from '../rendering';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile, timeEach } from '../timing';

const HOUR = 3600;
const READINGS = 30;
const CHARACTERS = 5;
const SIZE = { width: 1280, height: 720 };
const TAKE_SECONDS = 5;
const RECORDED = 'f'.repeat(64);

/** What an hour of takes costs, and a frame while a face is recorded. */
export async function perform(): Promise<Report> {
  const demo = await demoScene();
  const images = await imagesOf(demo);
  const isbel = setUpBody(demo.material.characters.get('isbel')!, tracerFor(images));
  const links = faceLinksOf(isbel);
  const cast = Array.from({ length: CHARACTERS }, (_, at) =>
    standing({
      id: at === 0 ? 'isbel' : `m${at}`,
      character: 'isbel',
      x: 350 * at,
      y: 1000,
      scale: 0.5,
    }),
  );
  const scene = { ...demo.material.scene, cast: inTable<CastMember>(cast), length: toFlicks(HOUR) };
  const material = { ...demo.material, scene, characters: new Map([['isbel', isbel]]) };
  const program = compile(material);
  const recording = passOf(program, links, HOUR);
  const bytes = writeRecording(recording);
  const opening = timeEach(5, () => void readRecording(bytes));

  const takes = withTake(
    {},
    takeOf({ id: 't', member: 'isbel', name: 'Hour', recording: RECORDED, start: 0 }, recording),
  );
  const played = compile({
    ...material,
    scene: { ...scene, takes },
    recordings: new Map([[RECORDED, recording]]),
  });
  const own = played.memos.get('isbel')!.value;
  const access = timeEach(2000, (at) => {
    // Any time of the hour, in no order.
    const time = toFlicks((at * 1009.7) % HOUR);
    for (const { sample, slots } of own.sources)
      if (slots.length > 0) sample(time, own.controls.scratch);
  });

  const player = new Player(program);
  const painter = retainedNodePainter();
  const feed = new FaceFeed(USUAL_FACE);
  const recorder = new PassRecorder();
  const frames = timeEach(10 * 24, (frame) => {
    const time = frame / 24;
    const moved = shown(program, links, feed, time);
    for (const [target, value] of moved) recorder.move(target, time, value);
    const { controls } = program.memos.get('isbel')!.value;
    const set = overridesOf(controls, new Map(moved));
    const live = new Map([['isbel', [overridesSource(controls, set)]]]);
    painter.paintFrame(player.seek(frameStart(frame, '24'), live), images, SIZE);
  });
  const inBrowser = await onPage('performingInBrowser.ts', (page) =>
    page.evaluate(
      (given) =>
        (window as unknown as { performAll(input: unknown): Promise<PerformingTimes> }).performAll(
          given,
        ),
      {
        ...{ scene: { ...scene, length: toFlicks(2 * TAKE_SECONDS) }, member: 'isbel' },
        ...{ character: ['isbel', isbel], pictures: [...demo.pictures], size: SIZE },
        seconds: TAKE_SECONDS,
      },
    ),
  );
  demo.close();

  const minutes = (HOUR / 60) * links.length;
  const figure = (name: string, value: number, unit: Figure['unit'], wanted: number | null) => ({
    ...{ name: `perform.${name}`, where: 'Node' as const, value, unit, wanted },
  });
  const [size, open, reach] = [
    bytes.length / 1e6,
    percentile(opening, 0.5),
    percentile(access, 0.95),
  ];
  const [middle, slow] = [percentile(frames, 0.5), percentile(frames, 0.95)];
  return {
    figures: [
      figure('hour.size', size, 'MB', null),
      figure('hour.open', open, 'ms', null),
      figure('hour.access', reach, 'ms', 1),
      figure('frame.median', middle, 'ms', null),
      figure('frame.p95', slow, 'ms', 8),
      ...figuresOf(inBrowser),
    ],
    text: [
      '## Performing',
      '',
      `An hour of a simulated face, ${READINGS} readings a second in ${links.length} channels; and a frame at 1280x720 in which a face performs one of ${CHARACTERS} characters and is recorded. In Node.`,
      '',
      ...table(
        ['', 'measured', 'wanted'],
        [
          ['an hour of takes', `${fixed(size)} MB`, ''],
          ['a minute of a channel', `${fixed((1e3 * size) / minutes, 0)} kB`, 'tens of kB'],
          ['opening it', `${fixed(open)} ms`, ''],
          ['all channels at any time of it, at 95 %', `${fixed(reach, 3)} ms`, '1 ms'],
          ['a frame while recording, in the middle', `${fixed(middle)} ms`, ''],
          ['the same, at 95 %', `${fixed(slow)} ms`, '8 ms'],
        ],
      ),
      ...textOf(inBrowser),
    ],
  };
}

const INPUTS = {
  key: 'a key of a cue',
  slider: 'a slider or a stick',
  face: 'a face',
} as const satisfies Readonly<Record<keyof PerformingTimes['inputs'], string>>;

function figuresOf({ inputs, shifts, off }: PerformingTimes): Figure[] {
  const figure = (name: string, value: number, unit: Figure['unit'], wanted: number | null) => ({
    ...{ name: `perform.${name}`, where: 'Chromium' as const, value, unit, wanted },
  });
  return [
    ...Object.entries(inputs).map(([name, times]) =>
      figure(`${name}.p95`, percentile(times, 0.95), 'ms', 50),
    ),
    figure('take.shift', Math.max(...shifts.map(Math.abs)), 'ms', 20),
    figure('take.apart', Math.abs(shifts[0] - shifts[1]), 'ms', 1000 / 24),
    figure('take.off', 100 * off, '%', null),
  ];
}

function textOf({ inputs, shifts, off }: PerformingTimes): string[] {
  const rows = Object.entries(INPUTS).map(([name, label]) => {
    const times = inputs[name as keyof typeof INPUTS];
    return [label, `${fixed(percentile(times, 0.5))} ms`, `${fixed(percentile(times, 0.95))} ms`];
  });
  return [
    '',
    `From an input to the picture that shows it, with ${CHARACTERS} characters at 1280x720, in Chromium; wanted are 50 ms at 95 %. It may wait for the next picture, 17 ms at most.`,
    '',
    ...table(['input', 'in the middle', 'at 95 %'], rows),
    '',
    `A simulated face that is heard of 30 to 90 ms late, recorded twice for ${TAKE_SECONDS} s: the takes lie ${shifts.map((shift) => fixed(shift, 0)).join(' and ')} ms beside where it was done (wanted: 20, and within a frame of each other); their values are ${fixed(100 * off, 1)} % of the control's way off.`,
  ];
}

/** What a face does to a character at a time, by target. */
function shown(
  program: Program,
  links: readonly FaceLink[],
  feed: FaceFeed,
  time: number,
): (readonly [target: string, value: number])[] {
  const { controls } = program.memos.get('isbel')!.value;
  const values = feed.push(simulatedFace('lively', time));
  return [...linkedShares(links, values)].flatMap(([target, share]) => {
    const place = placeOfTarget(controls, target);
    return place ? [[target, valueOfShare(controls, place, share)] as const] : [];
  });
}

function passOf(program: Program, links: readonly FaceLink[], seconds: number): PassRecording {
  const feed = new FaceFeed(USUAL_FACE);
  const recorder = new PassRecorder();
  for (let at = 0; at < seconds * READINGS; at++) {
    const time = at / READINGS;
    for (const [target, value] of shown(program, links, feed, time)) {
      recorder.move(target, time, value);
    }
  }
  return recorder.finish(seconds, () => 0)!;
}
