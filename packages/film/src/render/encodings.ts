import type { PictureForm } from '@cruvo/core/formats';
import type { FilmFormatName, FilmSettings } from '@cruvo/core/delivery';
import { FRAME_RATES, type FrameRateName } from '@cruvo/core/time';

/** How the encoder is told to make something: pictures come in a form, and go through a filter. */
export interface Encoding {
  readonly form: PictureForm;
  /** Whether each picture is written once, however long it is seen. */
  readonly once: boolean;
  /** Whether each picture is a file of its own. */
  readonly files?: boolean;
  readonly filter: string;
  readonly video: readonly string[];
  /** Null: it has no sound. */
  readonly audio: readonly string[] | null;
  readonly container: readonly string[];
}

/** What people who watch a film are told of its colours. */
const REC_709 = [
  ...['-colorspace', 'bt709', '-color_primaries', 'bt709'],
  ...['-color_trc', 'bt709', '-color_range', 'tv'],
];
const TO_REC_709 = 'scale=out_color_matrix=bt709:out_range=tv';
/** Some encoders only tell what the frames themselves say. */
const SAID_OF_FRAMES = 'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
const OPUS = ['-c:a', 'libopus', '-b:a', '160k'];

export const H264 = [
  ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '18', '-profile:v', 'high'],
  ...REC_709,
];
const VP9 = [
  ...['-c:v', 'libvpx-vp9', '-crf', '22', '-b:v', '0', '-deadline', 'good', '-cpu-used', '5'],
  ...['-row-mt', '1', '-tile-columns', '2', ...REC_709],
];

const everyFrame = (rate: FrameRateName) => `fps=${FRAME_RATES[rate].join('/')}`;

/** Films that go through the encoder alone, straight to their file. */
export type EncodedFormat = Extract<
  FilmFormatName,
  'mp4' | 'webm' | 'av1' | 'mov' | 'apng' | 'awebp'
>;

/** How a film is encoded. */
export function encodingOf(
  format: EncodedFormat,
  { frameRate, background }: Pick<FilmSettings, 'frameRate' | 'background'>,
): Encoding {
  const rate = everyFrame(frameRate);
  const opaque = { form: 'yuv420p', filter: rate, once: false } as const;
  // What is held is converted once, before it is repeated.
  const through = (pixels: string) =>
    ({ form: 'rgba', filter: `${TO_REC_709},format=${pixels},${rate}`, once: false }) as const;
  switch (format) {
    case 'mp4':
      return {
        ...{ ...opaque, video: H264, audio: ['-c:a', 'aac', '-b:a', '192k'] },
        container: ['-movflags', '+faststart', '-f', 'mp4'],
      };
    case 'webm': {
      const webm = { audio: OPUS, container: ['-f', 'webm'] };
      if (background !== null) return { ...opaque, ...webm, video: VP9 };
      // References that are not shown can't be see-through.
      return { ...through('yuva420p'), ...webm, video: [...VP9, '-auto-alt-ref', '0'] };
    }
    case 'av1':
      return {
        ...{ ...opaque, audio: OPUS, container: ['-f', 'webm'] },
        video: ['-c:v', 'libsvtav1', '-preset', '9', '-crf', '28', ...REC_709],
      };
    case 'mov':
      return {
        ...through(`yuva444p10le,${SAID_OF_FRAMES}`),
        video: [
          ...['-c:v', 'prores_ks', '-profile:v', '4444', '-alpha_bits', '16'],
          ...['-vendor', 'apl0', ...REC_709],
        ],
        audio: ['-c:a', 'pcm_s24le'],
        container: ['-movflags', '+write_colr', '-f', 'mov'],
      };
    case 'apng':
      return {
        ...{ form: 'rgba', once: false, filter: `format=rgba,${rate}`, audio: null },
        video: ['-c:v', 'apng', '-pred', 'mixed'],
        container: ['-plays', '0', '-f', 'apng'],
      };
    case 'awebp':
      return {
        ...{ form: 'rgba', once: false, filter: `format=bgra,${rate}`, audio: null },
        video: ['-c:v', 'libwebp_anim', '-quality', '85', '-compression_level', '4'],
        container: ['-loop', '0', '-f', 'webp'],
      };
  }
}

/** What a part of a film lies in until it is joined: frames keep their exact times where the format has such. */
export function partContainer(format: EncodedFormat): readonly string[] {
  if (format === 'mp4') return ['-f', 'mp4'];
  return format === 'mov' ? ['-movflags', '+write_colr', '-f', 'mov'] : ['-f', 'webm'];
}

/** Pictures that are kept without loss until all are known. */
export const KEPT_PICTURES: Encoding = {
  ...{ form: 'rgba', once: true, filter: 'format=bgra', audio: null },
  ...{ video: ['-c:v', 'ffv1', '-threads', '2'], container: ['-f', 'matroska'] },
};

/** Pictures in files of their own, each that looks otherwise than the one before. */
export function pictureFiles(format: 'png' | 'webp'): Encoding {
  const video =
    format === 'png'
      ? ['-c:v', 'png', '-pred', 'mixed']
      : ['-c:v', 'libwebp', '-quality', '90', '-compression_level', '4'];
  const filter = format === 'png' ? 'format=rgba' : 'format=bgra';
  return {
    form: 'rgba',
    once: true,
    files: true,
    filter,
    video,
    audio: null,
    container: ['-f', 'image2'],
  };
}
