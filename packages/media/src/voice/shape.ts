import { Problem } from '@cruvo/core/problem';
import { isShaped, type Shaping } from '@cruvo/core/scene';
import { limited } from '../sandbox/limits';
import { missingTool, run } from '../tools';
import { probeVoice } from './probe';
import { stretching } from './scratch';

/** Below what is spoken there is only rumble, Hz. */
const RUMBLE = 60;
/** How far steady noise is turned down, dB. */
const REDUCTION = 20;
/** The noise floors that ffmpeg's afftdn can be told, dB. */
const FLOORS = { least: -80, most: -20 } as const;
const NOT_FOUND = 127;

/**
 * Writes a voice as it sounds at another pace and pitch, and without its noise.
 *
 * @param source a working voice
 * @param target the WAV that is written
 * @param signal stops the work
 * @throws Problem where ffmpeg is missing or can't do it
 */
export async function shapeVoice(
  source: string,
  shaping: Shaping,
  target: string,
  signal?: AbortSignal,
): Promise<void> {
  const filters = [
    ...(shaping.cleaning === 'none' ? [] : [await cleaningOf(source, signal)]),
    ...(shaping.pace !== 1 || shaping.pitch !== 0 ? [await stretchingOf(source, shaping)] : []),
  ];
  const [program, ...args] = limited([
    ...['ffmpeg', '-v', 'error', '-nostdin', '-y', '-i', source],
    ...(filters.length > 0 ? ['-af', filters.join(',')] : []),
    ...['-c:a', 'pcm_s16le', target],
  ]);
  const { code } = await run(program, args, signal ? { signal } : {});
  if (code === NOT_FOUND) throw missingTool('ffmpeg');
  if (code !== 0) {
    throw new Problem('bad-input', 'This voice can’t be changed so. Choose another pace or pitch.');
  }
}

/** Rumble and steady noise taken away (ffmpeg's afftdn), the noise being as loud as the voice at its quietest. */
async function cleaningOf(source: string, signal: AbortSignal | undefined): Promise<string> {
  const [program, ...args] = limited([
    ...['ffmpeg', '-nostdin', '-hide_banner', '-i', source, '-af'],
    `highpass=f=${RUMBLE},astats=length=0.05:measure_overall=RMS_trough:measure_perchannel=none`,
    ...['-f', 'null', '-'],
  ]);
  const { stderr } = await run(program, args, signal ? { signal } : {});
  const trough = Number(/RMS trough dB: (-?[\d.]+)/.exec(stderr)?.[1] ?? FLOORS.least);
  const floor = Math.max(FLOORS.least, Math.min(FLOORS.most, Math.round(trough + 1)));
  return `highpass=f=${RUMBLE},afftdn=nr=${REDUCTION}:nf=${floor}`;
}

/** Another pace and pitch; exactly so long that every moment is where the pace puts it. */
async function stretchingOf(source: string, { pace, pitch, formants }: Shaping): Promise<string> {
  const { duration } = await probeVoice(source, 'The voice');
  const filter = stretching(pace, pitch);
  const shifted = formants ? filter : filter.replace('formant=preserved', 'formant=shifted');
  // The filter swallows a little at the end.
  return `apad=pad_dur=1,${shifted},atrim=end=${((duration ?? 0) / pace).toFixed(6)}`;
}

/** Whether there is anything to be done. */
export function needsShaping(shaping: Shaping): boolean {
  return isShaped(shaping) || shaping.cleaning !== 'none';
}

/** How loud a stretch of a voice is (EBU R 128). */
export interface Loudness {
  /** LUFS; null where it is too quiet or too short to be told. */
  readonly integrated: number | null;
  /** True peak, dBTP; null where there is no sound. */
  readonly peak: number | null;
}

/** Measures how loud a stretch of a voice is, seconds (EBU R 128, with ffmpeg's ebur128). @throws Problem */
export async function measureLoudness(
  path: string,
  { start, end }: { readonly start: number; readonly end: number },
): Promise<Loudness> {
  const cut = `atrim=${start.toFixed(6)}:${end.toFixed(6)}`;
  const [program, ...args] = limited([
    ...['ffmpeg', '-nostdin', '-hide_banner', '-i', path],
    ...['-af', `${cut},ebur128=peak=true:framelog=verbose`, '-f', 'null', '-'],
  ]);
  const { code, stderr } = await run(program, args);
  if (code === NOT_FOUND) throw missingTool('ffmpeg');
  if (code !== 0) throw new Problem('bad-input', 'The loudness of this voice can’t be measured.');
  const summary = stderr.slice(stderr.lastIndexOf('Summary:'));
  return {
    integrated: figure(/I:\s+(-?[\d.]+|-inf) LUFS/.exec(summary)),
    peak: figure(/Peak:\s+(-?[\d.]+|-inf) dBFS/.exec(summary)),
  };
}

/** ffmpeg says -70 LUFS where nothing is loud enough to be measured. */
const UNMEASURED = -70;

function figure(found: RegExpExecArray | null): number | null {
  const value = Number(found?.[1]);
  return Number.isFinite(value) && value > UNMEASURED ? value : null;
}
