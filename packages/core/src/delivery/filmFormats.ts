import type { FrameRateName } from '../time';

/** What somebody is handed. */
export type FilmKind =
  'film' | 'pictures' | 'loop' | 'vectors' | 'picture' | 'sheet' | 'sound' | 'data';

/** A way out of the studio, and what it can hold. */
export interface FilmFormat {
  readonly name: string;
  /** How pictures and sound are coded. */
  readonly coding: string;
  readonly kind: FilmKind;
  readonly extension: string;
  /** Content type. */
  readonly type: string;
  /** Whether pictures may be see-through. */
  readonly transparent: boolean;
  /** Whether the mix is part of it, or lies beside its pictures. */
  readonly sound: boolean;
  /** Colour is kept for two by two pixels, so both sides must be even. */
  readonly even: boolean;
  /** Frames a second, at most. */
  readonly fastest: number;
  /** Seconds, at most. */
  readonly longest: number;
}

const HOURS = 3600;
const MOVING = { even: false, fastest: 120, longest: 4 * HOURS } as const;
const LOOP = { kind: 'loop', sound: false, ...MOVING, longest: 120, transparent: true } as const;

const VECTORS = { ...LOOP, kind: 'vectors' } as const;

export const FILM_FORMATS = {
  mp4: {
    ...{ name: 'MP4', coding: 'H.264 and AAC', kind: 'film', extension: 'mp4', type: 'video/mp4' },
    ...{ ...MOVING, transparent: false, sound: true, even: true },
  },
  webm: {
    ...{ name: 'WebM', coding: 'VP9 and Opus', kind: 'film', extension: 'webm' },
    ...{ ...MOVING, type: 'video/webm', transparent: true, sound: true, even: true },
  },
  av1: {
    ...{ name: 'WebM, AV1', coding: 'AV1 and Opus', kind: 'film', extension: 'webm' },
    ...{ ...MOVING, type: 'video/webm', transparent: false, sound: true, even: true },
  },
  mov: {
    ...{ name: 'MOV', coding: 'ProRes 4444 and PCM', kind: 'film', extension: 'mov' },
    ...{ ...MOVING, type: 'video/quicktime', transparent: true, sound: true },
  },
  png: {
    ...{ name: 'PNG pictures', coding: 'PNG in a zip, WAV beside', kind: 'pictures' },
    ...{ ...MOVING, extension: 'zip', type: 'application/zip', transparent: true, sound: true },
  },
  webp: {
    ...{ name: 'WebP pictures', coding: 'WebP in a zip, WAV beside', kind: 'pictures' },
    ...{ ...MOVING, extension: 'zip', type: 'application/zip', transparent: true, sound: true },
  },
  apng: { ...LOOP, name: 'Animated PNG', coding: 'APNG', extension: 'png', type: 'image/apng' },
  awebp: {
    ...{ ...LOOP, name: 'Animated WebP', coding: 'WebP', extension: 'webp', type: 'image/webp' },
  },
  gif: {
    ...{ ...LOOP, name: 'GIF', coding: '256 colours', extension: 'gif', type: 'image/gif' },
    // Times are written in hundredths of a second, and shorter ones than two are not kept to.
    fastest: 50,
  },
  lottie: {
    ...{ ...VECTORS, name: 'Lottie', coding: 'vectors in JSON', extension: 'lottie.json' },
    type: 'application/json',
  },
  svg: {
    ...{ ...VECTORS, name: 'SVG animation', coding: 'vectors that move by themselves' },
    ...{ extension: 'svg', type: 'image/svg+xml' },
  },
  sheet: {
    ...{ name: 'Sprite sheet', coding: 'PNG and JSON in a zip', kind: 'sheet', extension: 'zip' },
    ...{ ...MOVING, type: 'application/zip', transparent: true, sound: false, longest: 600 },
  },
  poster: {
    ...{ name: 'Single picture', coding: 'PNG', kind: 'picture', extension: 'png' },
    ...{ ...MOVING, type: 'image/png', transparent: true, sound: false },
  },
  wav: {
    ...{ name: 'Sound', coding: 'WAV, 24 bits at 48 kHz', kind: 'sound', extension: 'wav' },
    ...{ ...MOVING, type: 'audio/wav', transparent: false, sound: true },
  },
  stems: {
    ...{ name: 'Sound of each line', coding: 'WAV in a zip', kind: 'sound', extension: 'zip' },
    ...{ ...MOVING, type: 'application/zip', transparent: false, sound: true },
  },
  timing: {
    ...{ name: 'Timing', coding: 'JSON, CSV, captions, TextGrid, OTIO, MIDI', kind: 'data' },
    ...{ ...MOVING, extension: 'json', type: 'application/json', transparent: false, sound: false },
  },
} as const satisfies Record<string, FilmFormat>;

export type FilmFormatName = keyof typeof FILM_FORMATS;

export const FILM_FORMAT_NAMES = Object.keys(FILM_FORMATS) as FilmFormatName[];

export const formatOf = ({ format }: { readonly format: FilmFormatName }): FilmFormat =>
  FILM_FORMATS[format];

/** Whether something is seen of it. */
export const hasPictures = ({ kind }: FilmFormat): boolean => kind !== 'sound' && kind !== 'data';

/** Whether it is made at a frame rate. */
export const hasRate = ({ kind }: FilmFormat): boolean => kind !== 'sound' && kind !== 'picture';

/** A frame rate as near as the format comes to it. */
export function rateWithin(
  { fastest }: Pick<FilmFormat, 'fastest'>,
  rate: FrameRateName,
  rates: readonly FrameRateName[],
): FrameRateName {
  return Number(rate) <= fastest ? rate : rates.findLast((one) => Number(one) <= fastest)!;
}
