import fc from 'fast-check';
import { FRAME_RATE_NAMES, toFlicks } from '../time';
import { FILM_FORMATS, rateWithin } from './filmFormats';
import { checkLength, filmSettingsSchema, stretchOf, USUAL_FILM } from './filmSettings';
import { PURPOSE_NAMES, settingsFor } from './purposes';

const stage = { width: 1280, height: 720, frameRate: '24', background: '#ffffff' } as const;
const good = { ...USUAL_FILM, ...stage };
const stretch = (start: number, end: number) => ({ start: toFlicks(start), end: toFlicks(end) });

it.each([
  [{ width: 1281 }, /width of MP4 must be an even number of pixels, such as 1282/],
  [{ height: 10 }, /at least 64/],
  [{ width: 9000 }, /at most 4096/],
  [{ width: Number.NaN }, /number of pixels/],
  [{ frameRate: '13' }, /one of 12/],
  [{ background: 'blue' }, /colour/],
  [{ background: null }, /MP4 can’t be see-through/],
  [{ format: 'tape' }, /format must be one of mp4/],
  [{ format: 'gif', frameRate: '60' }, /GIF can show at most 50 frames/],
  [{ stretch: stretch(2, 2) }, /no length/],
  [{ format: 'gif', stretch: stretch(2, 3), crossfade: 0.5 }, /shorter than half/],
  [{ loudness: 3 }, /at most −5 LUFS/],
])('refuses a film of %j', (wrong, sentence) => {
  expect(filmSettingsSchema.isValidSync(good)).toBe(true);
  expect(() => filmSettingsSchema.validateSync({ ...good, ...wrong })).toThrow(sentence);
});

it.each([
  [{ format: 'png', width: 1281, background: null }],
  [{ format: 'wav', width: 1281, background: null }],
  [{ format: 'gif', background: null, stretch: stretch(2, 3), crossfade: 0.4 }],
  [{ frameRate: '120' }],
])('takes %j', (change) => {
  expect(filmSettingsSchema.validateSync({ ...good, ...change })).toMatchObject(change);
});

it('names the field in which something is wrong', () => {
  const wrong = { ...good, background: null, format: 'av1' };
  expect(() => filmSettingsSchema.validateSync(wrong)).toThrow(
    expect.objectContaining({ path: 'background' }),
  );
});

it('what a film is for gives settings that hold, on stages of any even size', () => {
  const even = fc.integer({ min: 32, max: 2048 }).map((half) => 2 * half);
  fc.assert(
    fc.property(fc.constantFrom(...PURPOSE_NAMES), even, even, (name, width, height) => {
      const settings = settingsFor(name, { ...stage, width, height });
      expect(filmSettingsSchema.validateSync(settings)).toEqual(settings);
    }),
  );
});

it('a stretch ends with its scene', () => {
  expect(stretchOf({ stretch: null }, 90)).toEqual({ start: 0, end: 90 });
  expect(stretchOf({ stretch: { start: 20, end: 100 } }, 90)).toEqual({ start: 20, end: 90 });
});

it.each([
  [{ stretch: stretch(20, 30) }, 10, /over before the stretch begins/],
  [{ format: 'gif' }, 121, /GIF can last 120 seconds at most/],
  [{ format: 'gif', crossfade: 2 }, 3.9, /shorter than half/],
] as const)('%j does not fit a scene of %d seconds', (change, seconds, sentence) => {
  const settings = { ...good, ...change };
  expect(() => checkLength(settings, toFlicks(seconds))).toThrow(sentence);
  expect(() => checkLength(settings, toFlicks(100))).not.toThrow();
});

it('a rate that a format can’t have becomes the next slower one', () => {
  expect(rateWithin(FILM_FORMATS.gif, '60', FRAME_RATE_NAMES)).toBe('50');
  expect(rateWithin(FILM_FORMATS.mp4, '60', FRAME_RATE_NAMES)).toBe('60');
});
