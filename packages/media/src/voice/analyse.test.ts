import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { type PcmBlock, heardChannel } from '@cruvo/core/audio';
import {
  type LiveFrame,
  LiveSpeechAnalyzer,
  type Sound,
  SpeechAnalyzer,
  liveSounds,
  readTrack,
  writeTrack,
} from '@cruvo/core/speech';
import { prepareScriptHere } from '../speech';
import { decodeVoice, WORKING_RATE } from './decode';
import { shippedSoundModel } from './soundModel';

const DEMO = new URL('../../../../demo/saltmarsh/', import.meta.url).pathname;
const SCRIPT = readFileSync(`${DEMO}isbel-bulletin.txt`, 'utf8');

async function demoVoice(): Promise<Float32Array> {
  const pieces: Float32Array[] = [];
  await decodeVoice(`${DEMO}isbel-bulletin.flac`, 'demo', (block) => {
    pieces.push(heardChannel(block, 'both'));
  });
  return Float32Array.from(pieces.flatMap((piece) => [...piece]));
}

const model = await shippedSoundModel();
const voice = await demoVoice();
const script = await prepareScriptHere(SCRIPT, 'en');
const hear = (samples: Float32Array, lengths: readonly number[], found: typeof script | null) => {
  const hearing = new SpeechAnalyzer(model, WORKING_RATE, found);
  for (let at = 0, index = 0; at < samples.length; index++) {
    const end = at + lengths[index % lengths.length]!;
    hearing.push(samples.subarray(at, end));
    at = end;
  }
  return hearing.finish();
};
const whole = hear(voice, [WORKING_RATE], script);
const wordAt = (sounds: readonly Sound[], time: number) =>
  sounds.find(({ start, end }) => time >= start && time < end)?.word;

describe('SpeechAnalyzer', () => {
  it('gives a whole track with every word of the script, clear and without deviations', () => {
    expect(readTrack(writeTrack(whole))).toEqual(whole);
    expect(whole.words.map(({ text }) => text)).toEqual(SCRIPT.match(/[A-Za-z]+/g));
    expect(whole.deviations).toEqual({ skipped: [], repeated: [], added: [] });
    expect(whole.quality!.spoken).toBeGreaterThan(0.5);
  });

  it('hears the same however the voice is cut', () => {
    const stretch = voice.subarray(0, 3 * WORKING_RATE);
    const expected = hear(stretch, [WORKING_RATE], null).sounds;
    const length = fc.integer({ min: 50, max: 60_000 });
    fc.assert(
      fc.property(fc.array(length, { minLength: 1, maxLength: 4 }), (lengths) => {
        expect(hear(stretch, lengths, null).sounds).toEqual(expected);
      }),
      { numRuns: 5 },
    );
  });

  it('hears nothing in digital silence, and finds the words around it', () => {
    const gap = 4 * WORKING_RATE;
    const middle = Math.round(2.95 * WORKING_RATE);
    const torn = new Float32Array(voice.length + gap);
    torn.set(voice.subarray(0, middle));
    torn.set(voice.subarray(middle), middle + gap);
    const { sounds, words } = hear(torn, [WORKING_RATE], script);
    expect(words).toHaveLength(whole.words.length);
    for (let time = 3.3; time < 6.8; time += 0.1) expect(wordAt(sounds, time)).toBeNull();
  });

  it('hears one voice of two that speak on a channel each', () => {
    const left = voice.subarray(0, 6 * WORKING_RATE);
    const right = voice.subarray(6 * WORKING_RATE, 12 * WORKING_RATE);
    const samples = new Int16Array(2 * left.length);
    left.forEach((value, at) => {
      samples[2 * at] = 32_767 * value;
      samples[2 * at + 1] = 32_767 * right[at]!;
    });
    const block: PcmBlock = { sampleRate: WORKING_RATE, channels: 2, samples };
    const shown = (channel: 'left' | 'right') =>
      hear(heardChannel(block, channel), [WORKING_RATE], null).sounds.map(({ viseme }) => viseme);
    const alone = (part: Float32Array) =>
      hear(part, [WORKING_RATE], null).sounds.map(({ viseme }) => viseme);
    expect(shown('left')).toEqual(alone(left));
    expect(shown('right')).toEqual(alone(right));
  });

  it('finds an excerpt of the script in a stretch of the voice', () => {
    const from = Math.round(3 * WORKING_RATE);
    const hearing = new SpeechAnalyzer(model, WORKING_RATE, script, true);
    hearing.push(voice.subarray(from, Math.round(5.8 * WORKING_RATE)));
    const { words, deviations } = hearing.finish();
    expect(words.map(({ text }) => text).join(' ')).toBe('I am Isbel up here in the lamp room');
    expect(deviations!.skipped).toEqual([]);
  });

  it.each([
    [
      'of something else',
      'The quick brown fox jumped over nothing while the carpenter slept.',
      'en',
    ],
    ['in another language', 'Buenas noches y bienvenidos al tiempo de la marisma', 'es'],
  ])('refuses a script %s', async (_what, text, language) => {
    const wrong = await prepareScriptHere(text, language);
    const stretch = voice.subarray(0, 6 * WORKING_RATE);
    expect(() => hear(stretch, [WORKING_RATE], wrong)).toThrow(/doesn’t match this voice/);
  });

  it('takes a script of which some words were said', async () => {
    const part = await prepareScriptHere(`${SCRIPT.slice(0, 90)} And so to bed, my dears.`, 'en');
    const { deviations } = hear(voice.subarray(0, 6 * WORKING_RATE), [WORKING_RATE], part);
    expect(deviations!.skipped).toEqual(expect.arrayContaining(['dears']));
  });

  it('takes a script of the first words of a long voice', async () => {
    const first = await prepareScriptHere('Good evening, and welcome to Saltmarsh Weather.', 'en');
    const { deviations, words } = hear(voice, [WORKING_RATE], first);
    expect(words.map(({ text }) => text)).toEqual(whole.words.slice(0, 7).map(({ text }) => text));
    expect(deviations).toMatchObject({ skipped: [], repeated: [] });
    expect(deviations!.added.length).toBeGreaterThan(0);
  });

  it('finds what an actor says again, and nothing else twice', () => {
    const first = voice.subarray(0, Math.round(2.95 * WORKING_RATE));
    const twice = new Float32Array(2 * first.length + 4 * WORKING_RATE);
    twice.set(first);
    twice.set(first, first.length);
    twice.set(voice.subarray(first.length, first.length + 4 * WORKING_RATE), 2 * first.length);
    const { deviations } = hear(twice, [WORKING_RATE], script);
    expect(deviations!.repeated).toEqual(whole.words.slice(0, 7).map(({ text }) => text));
  });

  it('makes a track of a fifth of a second', () => {
    const { sounds, duration } = hear(voice.subarray(14_400, 24_000), [480], null);
    expect(duration).toBeCloseTo(0.2);
    expect(sounds.at(-1)!.end).toBe(duration);
  });
});

describe('LiveSpeechAnalyzer', () => {
  const live = (lengths: readonly number[]): LiveFrame[] => {
    const hearing = new LiveSpeechAnalyzer(model, WORKING_RATE);
    const stretch = voice.subarray(0, 3 * WORKING_RATE);
    const frames: LiveFrame[] = [];
    for (let at = 0, index = 0; at < stretch.length; index++) {
      const end = at + lengths[index % lengths.length]!;
      frames.push(...hearing.push(stretch.subarray(at, end)));
      at = end;
    }
    return [...frames, ...hearing.finish()];
  };
  const expected = live([480]);

  it('tells every frame once, in order, the same however the voice comes', () => {
    expect(expected.map(({ index }) => index)).toEqual([...Array(300).keys()]);
    expect(live([128])).toEqual(expected);
    expect(live([4800, 37])).toEqual(expected);
  });

  it('tells a frame within a tenth of a second of its sound', () => {
    const hearing = new LiveSpeechAnalyzer(model, WORKING_RATE);
    let told = 0;
    for (let at = 0; at < 2 * WORKING_RATE; at += 480) {
      told += hearing.push(voice.subarray(at, at + 480)).length;
      const heard = (at + 480) / WORKING_RATE;
      // The oldest frame that is still owed began this long ago.
      if (heard > 0.2) expect(heard - told / 100).toBeLessThan(0.1);
    }
  });

  it('mostly agrees with what was heard with the script', () => {
    const sounds = liveSounds(expected, model, 3);
    let same = 0;
    for (let time = 0.005; time < 3; time += 0.01) {
      const at = (list: readonly Sound[]) =>
        list.find(({ start, end }) => time >= start && time < end)?.viseme;
      if (at(sounds) === at(whole.sounds)) same++;
    }
    expect(same / 300).toBeGreaterThan(0.7);
  });
});

it('hears both channels of a recording apart, whichever one is listened to', () => {
  const second = voice.subarray(0, WORKING_RATE);
  const samples = new Int16Array(2 * second.length);
  second.forEach((value, at) => {
    samples[2 * at] = 32767 * value;
    samples[2 * at + 1] = 3276.7 * value;
  });
  const block: PcmBlock = { sampleRate: WORKING_RATE, channels: 2, samples };
  const heard = (channel: 'left' | 'both') => {
    const hearing = new SpeechAnalyzer(model, WORKING_RATE, null);
    hearing.pushBlock(block, channel);
    return readTrack(writeTrack(hearing.finish()));
  };
  const [left, both] = [heard('left'), heard('both')];
  expect(both.sides).toEqual(left.sides);
  const loudest = ({ values }: { readonly values: readonly number[] }) => Math.max(...values);
  const sides = left.sides!;
  expect(loudest(sides.left)).toBeCloseTo(loudest(left.loudness), 4);
  expect(loudest(sides.left) - loudest(sides.right)).toBeCloseTo(20, 1);
  expect(whole.sides).toBeNull();
});
