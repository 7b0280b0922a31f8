import { DEFAULT_FIT, FIT_SETTINGS, fitSettingsSchema, followTimes } from './fitSettings';

describe('settings in words', () => {
  it.each([
    [0.74, 'mumbling · 74 %'],
    [0.75, 'natural · 75 %'],
    [1.19, 'natural · 119 %'],
    [1.2, 'lively · 120 %'],
    [1.59, 'lively · 159 %'],
    [1.6, 'theatrical · 160 %'],
  ])('a strength of %d is %s', (value, words) => {
    expect(FIT_SETTINGS.strength.inWords(value)).toBe(words);
  });
  it('tell shares, times and frames', () => {
    expect(FIT_SETTINGS.smooth.inWords(0.35)).toBe('35 %');
    expect(FIT_SETTINGS.pause.inWords(0.25)).toBe('250 ms');
    expect([1, 2, 3, 4, 5].map(FIT_SETTINGS.hold.inWords)).toEqual([
      ...['on ones', 'on twos', 'on threes', 'on fours', '5 frames'],
    ]);
  });
});

describe('fit settings', () => {
  const valid = (change: object) =>
    fitSettingsSchema.isValidSync({ ...DEFAULT_FIT, ...change }, { strict: true });
  it('are what everybody begins with, within their ranges', () => {
    expect(valid({})).toBe(true);
    for (const [name, { min, max, step }] of Object.entries(FIT_SETTINGS)) {
      expect([valid({ [name]: min }), valid({ [name]: max })]).toEqual([true, true]);
      expect([valid({ [name]: min - step }), valid({ [name]: max + step })]).toEqual([
        ...[false, false],
      ]);
    }
    expect(valid({ hold: 1.5 })).toBe(false);
    expect(valid({ smooth: 0.123 })).toBe(true);
  });
  it('have a band whose upper edge lies above its lower one', () => {
    expect(valid({ band: { low: 300, high: 301 } })).toBe(true);
    expect(valid({ band: { low: 300, high: 300 } })).toBe(false);
    expect(valid({ band: { low: -1, high: 300 } })).toBe(false);
    expect(valid({ method: 'guess' })).toBe(false);
  });
  it('open a mouth three times as fast as they close it', () => {
    const { attack, release } = followTimes({ ...DEFAULT_FIT, smooth: 1 });
    expect(release).toBeCloseTo(0.15);
    expect(attack).toBeCloseTo(0.05);
    expect(followTimes({ ...DEFAULT_FIT, smooth: 0 })).toEqual({ attack: 0, release: 0 });
  });
});
