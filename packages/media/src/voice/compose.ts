import { Problem } from '@cruvo/core/problem';
import { limited } from '../sandbox/limits';
import { missingTool, run } from '../tools';

/** A stretch of a working voice; seconds. */
export interface VoicePiece {
  readonly path: string;
  readonly start: number;
  readonly end: number;
}

/** Where two pieces meet, one fades into the other over so long, seconds: too short to be heard as a fade. */
export const SEAM = 0.01;
const NOT_FOUND = 127;

/**
 * Puts stretches of voices one after the other, without a click where they meet. The result is as long as all of them
 * together.
 *
 * @param target the WAV that is written
 * @param signal stops the work
 * @throws Problem where ffmpeg is missing or can't do it
 */
export async function composeVoices(
  pieces: readonly VoicePiece[],
  target: string,
  signal?: AbortSignal,
): Promise<void> {
  const [program, ...args] = limited([
    ...['ffmpeg', '-v', 'error', '-nostdin', '-y'],
    ...pieces.flatMap(({ path }) => ['-i', path]),
    ...['-filter_complex', graphOf(pieces), '-map', '[out]', '-c:a', 'pcm_s16le', target],
  ]);
  const { code } = await run(program, args, signal ? { signal } : {});
  if (code === NOT_FOUND) throw missingTool('ffmpeg');
  if (code !== 0) {
    throw new Problem('bad-input', 'These stretches can’t be put together. Choose others.');
  }
}

/** Every piece reaches half a seam beyond where it meets another, since a fade takes a whole seam away. */
function graphOf(pieces: readonly VoicePiece[]): string {
  const last = pieces.length - 1;
  const parts = pieces.map(({ start, end }, at) => {
    const from = at === 0 ? start : start - SEAM / 2;
    const to = at === last ? end : end + SEAM / 2;
    // What begins before the voice does begins with silence.
    const silence = Math.max(0, -from);
    const delay = silence > 0 ? `,adelay=${Math.round(1000 * silence)}:all=1` : '';
    const cut = `atrim=${Math.max(0, from).toFixed(6)}:${to.toFixed(6)},asetpts=PTS-STARTPTS`;
    const padded = `apad=whole_dur=${(to - from).toFixed(6)}`;
    return `[${at}:a]aformat=sample_rates=48000:channel_layouts=mono,${cut}${delay},${padded}[p${at}]`;
  });
  if (last === 0) return `${parts[0]!};[p0]anull[out]`;
  const joins = pieces.slice(1).map((_, at) => {
    const before = at === 0 ? '[p0]' : `[j${at}]`;
    const after = at === last - 1 ? '[out]' : `[j${at + 1}]`;
    return `${before}[p${at + 1}]acrossfade=d=${SEAM}:c1=tri:c2=tri${after}`;
  });
  return [...parts, ...joins].join(';');
}
