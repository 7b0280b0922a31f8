import { Problem } from '@cruvo/core/problem';
import { run } from '@cruvo/media/tools';
import { MIX_CHANNELS, MIX_RATE, type Mix } from './soundMix';

/** The highest true peak of a mix whose loudness was changed, dB below full scale (EBU R 128). */
const HIGHEST_PEAK = -1;
/** A mix that is quieter than the gate of the measurement has no loudness, LUFS. */
const SILENCE = -69;

/** How a mix is brought to a loudness. */
export interface Loudness {
  /** By which samples are multiplied. */
  readonly gain: number;
  /** A sentence where it does not become as loud as wished. */
  readonly note: string | null;
}

/**
 * How a mix gets an integrated loudness (EBU R 128), as far as its peaks allow.
 *
 * @param wanted LUFS
 */
export async function loudnessOf(
  mix: () => Mix,
  wanted: number,
  signal?: AbortSignal,
): Promise<Loudness> {
  const input = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(MIX_CHANNELS)];
  const { code, stderr } = await run(
    'ffmpeg',
    [
      ...['-v', 'info', '-nostats', ...input, '-i', 'pipe:0'],
      ...['-af', 'ebur128=peak=true:framelog=verbose', '-f', 'null', '-'],
    ],
    { input: bytesOf(mix), ...(signal ? { signal } : {}) },
  );
  const summary = stderr.slice(stderr.lastIndexOf('Summary:'));
  const measured = numberAfter(summary, /I:\s+(-?[\d.]+|-inf) LUFS/);
  const peak = numberAfter(summary, /Peak:\s+(-?[\d.]+|-inf) dBFS/);
  if (code !== 0 || measured === null || peak === null) {
    throw new Problem('unavailable', 'The loudness of the mix could not be measured.');
  }
  if (measured <= SILENCE)
    return { gain: 1, note: 'Nothing is heard, so nothing was made louder.' };
  const change = Math.min(wanted - measured, HIGHEST_PEAK - peak);
  const reached = measured + change;
  const note =
    reached < wanted - 0.5
      ? `The mix reaches ${shown(reached)} LUFS instead of ${shown(wanted)}: louder, its peaks would be cut off.`
      : null;
  return { gain: 10 ** (change / 20), note };
}

const shown = (value: number) => value.toFixed(1).replace('-', '−');

async function* bytesOf(mix: () => Mix): AsyncGenerator<Buffer> {
  for await (const block of mix()) yield Buffer.from(block.buffer);
}

function numberAfter(text: string, pattern: RegExp): number | null {
  const found = pattern.exec(text)?.[1];
  if (found === undefined) return null;
  return found === '-inf' ? -Infinity : Number(found);
}
