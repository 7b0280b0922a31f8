import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';

import { heardChannel } from '@cruvo/core/audio';
import { withControl, withNewControl, type Character } from '@cruvo/core/character';
import { withPerformance } from '@cruvo/core/performance';
import { compile, Player, type Program, type SceneMaterial } from '@cruvo/core/program';
import { fittedEnds, spokenValues } from '@cruvo/core/prosody';
import { shapedCurve, type SceneReaction, type ShapingStep } from '@cruvo/core/reactions';
import { inOrder, inTable, withRecord } from '@cruvo/core/records';
import { standing, USUAL_PERFORMANCE, type CastMember } from '@cruvo/core/scene';
import { valueAt } from '@cruvo/core/signals';
import { STEP_RATE } from '@cruvo/core/simulation';
import { SpeechAnalyzer, type VoiceTrack } from '@cruvo/core/speech';
import { frameStart } from '@cruvo/core/time';
import { decodeVoice, shippedSoundModel, WORKING_RATE } from '@cruvo/media/voice';
import { retainedNodePainter } from '@cruvo/film/images';
import { demoScene } from '../demoScene';
import { imagesOf } from '../rendering';
import { fixed, table, type Figure, type Report } from '../report';
import { percentile, timeEach } from '../timing';

const DEMO = new URL('../../demo/saltmarsh/', import.meta.url).pathname;
const MINUTES = 10;
const CHARACTERS = 5;
const SIZE = { width: 1280, height: 720 };
const REACTIONS = 60;
const NAMES = ['Head turn', 'Head nod', 'Head tilt', 'Lean', 'Breath', 'Left arm', 'Right arm'];
/** What the preset for loudness does to it. */
const FOLLOW: ShapingStep = { kind: 'follow', attack: 0.05, release: 0.18 };

/** How long signals and reactions take, and how well loudness fits into the range of a control by itself. */
export async function life(): Promise<Report> {
  const signals = signalFigures();
  const { frames, edits } = await reactionTimes();
  const ranges = await rangesUsed();
  const used = ranges.reduce((sum, one) => sum + one.used, 0) / ranges.length;
  const clipped = ranges.reduce((sum, one) => sum + one.clipped, 0) / ranges.length;
  const least = Math.min(...ranges.map((one) => one.used));
  const most = Math.max(...ranges.map((one) => one.clipped));
  const rows = [
    [`pitch of ${MINUTES} minutes of voice`, `${fixed(signals.pitch, 2)} s`, '3 s with the rest'],
    ['phrases, stress and features of them', `${fixed(signals.rest, 2)} s`, ''],
    ['memory of the whole process', `${fixed(signals.megabytes)} MB`, '200 MB'],
    [
      `a frame of ${CHARACTERS} characters, ${REACTIONS} reactions each, in the middle`,
      `${fixed(percentile(frames, 0.5), 2)} ms`,
      '1 ms',
    ],
    ['the same, at 95 %', `${fixed(percentile(frames, 0.95), 2)} ms`, ''],
    [
      'from a slider of a reaction to the picture of them at 1280x720',
      `${fixed(percentile(edits, 0.5))} ms`,
      '50 ms',
    ],
    ['speech in which loudness uses 10 to 90 % of a control', `${fixed(100 * used)} %`, '60 %'],
    ['the least of 20 recordings', `${fixed(100 * least)} %`, ''],
    ['speech that is clipped', `${fixed(100 * clipped)} %`, '3 %'],
    ['the most of 20 recordings', `${fixed(100 * most)} %`, ''],
  ];
  const figure = (name: string, value: number, unit: Figure['unit'], wanted: number | null) => ({
    ...{ name: `life.${name}`, where: 'Node' as const, value, unit, wanted },
  });
  return {
    figures: [
      figure('signals', signals.pitch + signals.rest, 's', 3),
      figure('signals.memory', signals.megabytes, 'MB', 200),
      figure('frame.median', percentile(frames, 0.5), 'ms', 1),
      figure('frame.p95', percentile(frames, 0.95), 'ms', null),
      figure('edit', percentile(edits, 0.5), 'ms', 50),
      figure('range.used', 100 * used, '%', null),
      figure('range.clipped', 100 * clipped, '%', null),
    ],
    text: [
      '## Life',
      '',
      'Recordings: the ten of the demo as they are, and 24 dB quieter with noise 40 dB below their peak.',
      '',
      ...table(['', 'measured', 'wanted'], rows),
    ],
  };
}

async function samplesOf(path: string): Promise<Float32Array> {
  const pieces: number[] = [];
  await decodeVoice(path, path, (block) => {
    for (const sample of heardChannel(block, 'both')) pieces.push(sample);
  });
  return Float32Array.from(pieces);
}

/** What the signals of ten minutes of voice take, with all that a process needs to begin with. */
interface SignalFigures {
  /** Seconds. */
  readonly pitch: number;
  readonly rest: number;
  readonly megabytes: number;
}

function signalFigures(): SignalFigures {
  const program = new URL('../signalsProcess.ts', import.meta.url).pathname;
  const args = ['--import', 'tsx', program, `${DEMO}isbel-bulletin.flac`];
  return JSON.parse(execFileSync(process.execPath, args, { encoding: 'utf8' })) as SignalFigures;
}

/** Milliseconds of frames in which reactions are evaluated, and of edits of one reaction up to its picture. */
async function reactionTimes(): Promise<{ frames: Float64Array; edits: Float64Array }> {
  const demo = await demoScene();
  const { material: plain, close } = demo;
  const body = NAMES.reduce(
    (now: Character, name) => withControl(withNewControl(now, name, name), name, { min: -1 }),
    plain.characters.get('isbel')!,
  );
  const material = crowded(plain, body);
  const program = compile(material);
  const player = new Player(program);
  const ids = Object.keys(material.scene.cast);
  const all = (of: Player, frame: number) => {
    for (const id of ids) of.valuesAt(id, frameStart(frame, '24'));
  };
  const frames = timeEach(15 * 24, (frame) => all(player, frame));
  const images = await imagesOf(demo);
  const painter = retainedNodePainter();
  const [first] = Object.keys(material.scene.reactions);
  let before: Program = program;
  const edits = timeEach(40, (turn) => {
    const reactions = withRecord(material.scene.reactions, first!, (one) => ({
      ...one,
      weight: turn / 40,
    }));
    before = compile({ ...material, scene: { ...material.scene, reactions } }, before);
    player.swap(before);
    painter.paintFrame(player.seek(frameStart(200, '24')), images, SIZE);
  });
  close();
  return { frames, edits };
}

function crowded(plain: SceneMaterial, body: Character): SceneMaterial {
  const cast = Array.from({ length: CHARACTERS }, (_, at) =>
    standing({
      id: at === 0 ? 'isbel' : `m${at}`,
      character: 'isbel',
      x: 300 * at,
      y: 900,
      scale: 1,
    }),
  );
  const peopled = { ...plain.scene, cast: inTable<CastMember>(cast) };
  const made = cast.reduce((scene, { id }) => {
    return withPerformance(scene, id, body, USUAL_PERFORMANCE);
  }, peopled);
  // As many as are wanted: those of a performance again and again, with other seeds.
  const own = inOrder(made.reactions);
  const reactions = cast.flatMap(({ id }) => {
    const of = own.filter(({ member }) => member === id);
    return Array.from({ length: REACTIONS }, (_, at): Omit<SceneReaction, 'order'> => {
      const one = of[at % of.length]!;
      const signal = 'seed' in one.signal ? { ...one.signal, seed: at } : one.signal;
      return { ...one, id: `${id}-${at}`, signal };
    });
  });
  const scene = { ...made, reactions: inTable<SceneReaction>(reactions) };
  return { ...plain, scene, characters: new Map([['isbel', body]]) };
}

/** For each recording the share of its speech in which a control that follows loudness is in the midst, and beyond. */
async function rangesUsed(): Promise<{ used: number; clipped: number }[]> {
  const model = await shippedSoundModel();
  const lines = readdirSync(`${DEMO}fog`).filter((name) => name.endsWith('.flac'));
  const paths = [`${DEMO}isbel-bulletin.flac`, ...lines.map((name) => `${DEMO}fog/${name}`)];
  const found: { used: number; clipped: number }[] = [];
  for (const path of paths) {
    const clean = await samplesOf(path);
    for (const samples of [clean, quietAndNoisy(clean)]) {
      const hearing = new SpeechAnalyzer(model, WORKING_RATE, null);
      hearing.push(samples);
      found.push(rangeUsed(hearing.finish()));
    }
  }
  return found;
}

function quietAndNoisy(samples: Float32Array): Float32Array {
  const peak = samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0);
  let state = 1;
  return samples.map((one) => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) & 0x7fffffff;
    return 10 ** (-24 / 20) * (one + 0.01 * peak * (state / 0x40000000 - 1));
  });
}

function rangeUsed(track: VoiceTrack): { used: number; clipped: number } {
  const { low, high } = fittedEnds(track.loudness, track, 'loudness');
  const unit = (time: number) => (valueAt(track.loudness, time) - low) / (high - low);
  const steps = Math.ceil(track.duration * STEP_RATE);
  const curve = shapedCurve(
    (from, count) =>
      Float64Array.from({ length: count }, (_, at) =>
        Math.min(1, Math.max(0, unit((from + at) / STEP_RATE))),
      ),
    [FOLLOW],
  )(0, steps);
  const shaped = spokenValues({ rate: STEP_RATE, values: [...curve] }, track);
  const raw = spokenValues(track.loudness, track);
  const share = (values: Float64Array, holds: (value: number) => boolean) =>
    values.filter(holds).length / values.length;
  return {
    used: share(shaped, (value) => value >= 0.1 && value <= 0.9),
    clipped: share(raw, (value) => value < low || value > high),
  };
}
