import { FILM_FORMAT_NAMES, USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { checkEncoders } from './neededEncoders';

const settings = (format: FilmSettings['format']): FilmSettings => ({
  ...{ ...USUAL_FILM, format, width: 64, height: 64, frameRate: '24', background: '#ffffff' },
});

it.each(FILM_FORMAT_NAMES)('this machine can make %s', async (format) => {
  await expect(checkEncoders(settings(format))).resolves.toBeUndefined();
});

it.each([
  ['mp4', 'libx264', ['aac']],
  ['mp4', 'aac', ['libx264']],
  ['webm', 'libvpx-vp9', []],
  ['mov', 'prores_ks', ['pcm_s24le']],
  ['poster', 'png', []],
  ['gif', 'gif', []],
] as const)('%s says so where %s is missing', async (format, missing, there) => {
  await expect(checkEncoders(settings(format), new Set(there))).rejects.toThrow(
    `has no encoder “${missing}”`,
  );
});

it('what needs no ffmpeg can be made without one', async () => {
  for (const format of ['timing', 'svg', 'lottie', 'wav', 'stems'] as const) {
    await expect(checkEncoders(settings(format), new Set())).resolves.toBeUndefined();
  }
});
