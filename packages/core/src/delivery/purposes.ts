import type { Scene } from '../scene';
import type { FilmFormatName } from './filmFormats';
import { USUAL_FILM, type FilmSettings } from './filmSettings';

/** What a film is for, which says how it is made. */
export interface Purpose {
  readonly name: string;
  /** What comes of it, in one sentence. */
  readonly consequence: string;
  readonly format: FilmFormatName;
  /** Pixels; null: as the stage is shaped. */
  readonly size: { readonly width: number; readonly height: number } | null;
  readonly transparent: boolean;
  /** LUFS. */
  readonly loudness: number | null;
}

/** Loudness that players of shared films expect, and broadcasters (EBU R 128), LUFS. */
export const LOUDNESS = { shared: -14, broadcast: -23 } as const;

const ANY_SIZE = { size: null, loudness: null } as const;

/** What films are usually made for. */
export const PURPOSES = {
  share: {
    ...{ ...ANY_SIZE, name: 'Share', format: 'mp4', transparent: false },
    consequence: 'Plays everywhere, with its sound.',
  },
  square: {
    ...{ name: 'Social, square', format: 'mp4', transparent: false, loudness: LOUDNESS.shared },
    ...{ size: { width: 1080, height: 1080 } },
    consequence: 'Square, and as loud as other posts.',
  },
  upright: {
    ...{ name: 'Social, upright', format: 'mp4', transparent: false, loudness: LOUDNESS.shared },
    ...{ size: { width: 1080, height: 1920 } },
    consequence: 'Fills a telephone, and is as loud as other posts.',
  },
  edit: {
    ...{ ...ANY_SIZE, name: 'Edit further', format: 'mov', transparent: true },
    consequence: 'See-through, loses nothing, with its sound. A large file.',
  },
  web: {
    ...{ ...ANY_SIZE, name: 'Web, see-through', format: 'webm', transparent: true },
    consequence:
      'A small see-through film with sound for pages and streaming. Safari shows it opaque.',
  },
  loop: {
    ...{ ...ANY_SIZE, name: 'Loop', format: 'awebp', transparent: true },
    consequence: 'Plays again and again without a sound, in pages and chats.',
  },
  vectors: {
    ...{ ...ANY_SIZE, name: 'Vectors that move', format: 'lottie', transparent: true },
    consequence: 'Sharp at any size, without a sound, for pages and apps that play Lottie.',
  },
  pictures: {
    ...{ ...ANY_SIZE, name: 'Picture sequence', format: 'png', transparent: true },
    consequence: 'A picture for each frame, the sound beside them. Any editor reads it.',
  },
  game: {
    ...{ ...ANY_SIZE, name: 'Game', format: 'sheet', transparent: true },
    consequence: 'Each different picture once, and a table which one is seen when.',
  },
  sound: {
    ...{ ...ANY_SIZE, name: 'Sound only', format: 'wav', transparent: false },
    consequence: 'The mix of all voices.',
  },
  timing: {
    ...{ ...ANY_SIZE, name: 'Timing', format: 'timing', transparent: false },
    consequence: 'When each word, sound, mouth and cue happens, for games and other programs.',
  },
} as const satisfies Record<string, Purpose>;

export type PurposeName = keyof typeof PURPOSES;

export const PURPOSE_NAMES = Object.keys(PURPOSES) as PurposeName[];

/** The shorter side of a film where nothing else is said, pixels. */
const USUAL_SIDE = 720;

/** A film of the stage's shape as it usually is, its sides even numbers. */
export function filmOfStage({ stage, frameRate }: Pick<Scene, 'stage' | 'frameRate'>): Pick<
  FilmSettings,
  'width' | 'height' | 'frameRate'
> & {
  readonly background: string;
} {
  const factor = USUAL_SIDE / Math.min(stage.width, stage.height);
  const even = (side: number) => 2 * Math.round((side * factor) / 2);
  return {
    ...{ width: even(stage.width), height: even(stage.height), frameRate },
    background: stage.background ?? '#ffffff',
  };
}

/** How a film for a purpose is made. @param stage its size, rate and background where nothing is see-through */
export function settingsFor(
  name: PurposeName,
  stage: Pick<FilmSettings, 'width' | 'height' | 'frameRate'> & { readonly background: string },
): FilmSettings {
  const { format, size, transparent, loudness }: Purpose = PURPOSES[name];
  const { width, height } = size ?? stage;
  const { frameRate, background } = stage;
  return {
    ...USUAL_FILM,
    ...{ format, width, height, frameRate, loudness },
    background: transparent ? null : background,
  };
}
