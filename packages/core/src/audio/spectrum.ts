import type { Signal } from '../signals';
import { withRoom } from '../numbers';
import { bandEdges, FRAME_RATE, MEL_BANDS, QUIETEST_BAND_DB, type MelFrames } from './melBands';

/** Mel bands that make one band of a kept spectrum, and frames that make one moment of it. */
const BANDS_TOGETHER = 2;
const FRAMES_TOGETHER = 2;
export const SPECTRUM_BANDS = MEL_BANDS / BANDS_TOGETHER;

/** How loud each band of frequencies is over time, coarse enough to keep with a voice. */
export interface Spectrum {
  /** Moments a second; moment i covers i / rate to (i + 1) / rate. */
  readonly rate: number;
  /** Levels in whole dB above -100 dBFS [moments * 20]. */
  readonly levels: Uint8Array;
}

/** Gathers a spectrum from mel frames as they come. */
export class SpectrumMeter {
  private bytes: Uint8Array = new Uint8Array(4096);
  private moments = 0;
  private readonly sums = new Float64Array(SPECTRUM_BANDS);
  private frames = 0;

  push({ bands, levels }: MelFrames): void {
    for (let frame = 0; frame < levels.length; frame++) {
      let at = frame * MEL_BANDS;
      for (let band = 0; band < SPECTRUM_BANDS; band++) {
        for (let part = 0; part < BANDS_TOGETHER; part++) this.sums[band]! += powerOf(bands[at++]!);
      }
      if (++this.frames === FRAMES_TOGETHER) this.close();
    }
  }

  finish(): Spectrum {
    if (this.frames > 0) this.close();
    return {
      rate: FRAME_RATE / FRAMES_TOGETHER,
      levels: this.bytes.slice(0, this.moments * SPECTRUM_BANDS),
    };
  }

  private close(): void {
    const at = this.moments * SPECTRUM_BANDS;
    this.bytes = withRoom(this.bytes, at, at + SPECTRUM_BANDS);
    for (let band = 0; band < SPECTRUM_BANDS; band++) {
      const level = 10 * Math.log10(this.sums[band]! / this.frames + 1e-12) - QUIETEST_BAND_DB;
      this.bytes[at + band] = Math.min(255, Math.max(0, Math.round(level)));
    }
    this.moments++;
    this.frames = 0;
    this.sums.fill(0);
  }
}

/** Levels of a kept spectrum in dBFS [moments * 20]. */
export function spectrumLevels({ levels }: Spectrum): Float32Array {
  // Float32Array.from with a function would gather the millions of an hour in a list first.
  const kept = new Float32Array(levels);
  for (let at = 0; at < kept.length; at++) kept[at]! += QUIETEST_BAND_DB;
  return kept;
}

/** Lower and upper edge of each band of a kept spectrum, Hz. */
export const SPECTRUM_EDGES: readonly { readonly low: number; readonly high: number }[] =
  Array.from({ length: SPECTRUM_BANDS }, (_, band) => ({
    low: bandEdges(band * BANDS_TOGETHER).low,
    high: bandEdges((band + 1) * BANDS_TOGETHER - 1).high,
  }));

/** The loudness between two frequencies over time, dBFS; at least the band nearest to their middle. */
export function bandLoudness(
  spectrum: Spectrum,
  { low, high }: { readonly low: number; readonly high: number },
): Signal {
  const levels = spectrumLevels(spectrum);
  const chosen = bandsBetween(low, high);
  const moments = levels.length / SPECTRUM_BANDS;
  const values = Array.from({ length: moments }, (_, moment) => {
    let power = 0;
    for (const band of chosen) power += powerOf(levels[moment * SPECTRUM_BANDS + band]!);
    return 10 * Math.log10(power);
  });
  return { rate: spectrum.rate, values };
}

function bandsBetween(low: number, high: number): number[] {
  const middles = SPECTRUM_EDGES.map((edges) => (edges.low + edges.high) / 2);
  const inside = [...middles.keys()].filter(
    (band) => middles[band]! >= low && middles[band]! <= high,
  );
  if (inside.length > 0) return inside;
  const wanted = (low + high) / 2;
  const distances = middles.map((middle) => Math.abs(middle - wanted));
  return [distances.indexOf(Math.min(...distances))];
}

const NATS_PER_DB = Math.LN10 / 10;

/** The same as 10 ** (decibels / 10) in half the time. */
const powerOf = (decibels: number) => Math.exp(decibels * NATS_PER_DB);
