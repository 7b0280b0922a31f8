import { filmSettingsSchema } from './filmSettings';

it.each([
  [{ width: 1281 }, /even/],
  [{ height: 10 }, /at least 64/],
  [{ width: 9000 }, /at most 4096/],
  [{ width: Number.NaN }, /number of pixels/],
  [{ frameRate: '13' }, /one of 12/],
  [{ background: 'blue' }, /colour/],
])('refuses a film of %j', (wrong, sentence) => {
  const good = { width: 1280, height: 720, frameRate: '24', background: '#ffffff' };
  expect(filmSettingsSchema.isValidSync(good)).toBe(true);
  expect(() => filmSettingsSchema.validateSync({ ...good, ...wrong })).toThrow(sentence);
});
