import type { TrackBody } from './trackBody';

interface Span {
  readonly start: number;
  readonly end: number;
}

/**
 * Sounds that touched within a millionth of a second touch exactly, the levels of a spectrum are bytes instead of
 * base64, and departures from the script are called deviations.
 */
export function exact({ departures, ...track }: TrackBody): TrackBody {
  const sounds = track['sounds'] as readonly Span[];
  const spectrum = track['spectrum'] as { readonly rate: number; readonly levels: string } | null;
  return {
    ...track,
    deviations: departures ?? null,
    sounds: sounds.map((sound, at) => ({
      ...sound,
      start: at === 0 ? 0 : sounds[at - 1]!.end,
      end: at === sounds.length - 1 ? track['duration'] : sound.end,
    })),
    spectrum: spectrum && { ...spectrum, levels: fromBase64(spectrum.levels) },
  };
}

// The core's library knows neither browsers nor Node, which both have this.
const { atob } = globalThis as unknown as { atob: (text: string) => string };

function fromBase64(text: string): Uint8Array {
  const characters = atob(text);
  const bytes = new Uint8Array(characters.length);
  for (let at = 0; at < bytes.length; at++) bytes[at] = characters.charCodeAt(at);
  return bytes;
}
