import type { Migration } from '../migration';

interface Fit {
  readonly gate: number;
  readonly release: number;
  readonly strength: number;
  readonly hold: number;
}

/** Seconds within which a mouth of version 2 closed at `smooth` 1. */
const SLOWEST_RELEASE = 0.15;

/** Lines are fitted by sounds, or go on being fitted by loudness; they have a language and a channel. */
export const sounds: Migration = (scene) => ({
  ...scene,
  lines: (scene['lines'] as { readonly fit: Fit }[]).map((line) => {
    const { gate, release, strength, hold } = line.fit;
    const smooth = Math.min(1, release / SLOWEST_RELEASE);
    const band = { low: 300, high: 1000 };
    const fit = { method: 'loudness', gate, strength, hold, smooth, early: 0, pause: 0.3, band };
    return { ...line, language: 'en', channel: 'both', fit };
  }),
});
