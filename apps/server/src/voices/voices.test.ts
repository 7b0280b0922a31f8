import { readWavHeader } from '@cruvo/core/formats';
import type { Voice } from '@cruvo/core/scene';
import { toSeconds } from '@cruvo/core/time';
import { Client } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);

const TEXT = 'Good evening. The fog is still out there, and nobody has seen the ferry since noon.';
const usual = { speaker: 'slt', wordsPerMinute: 150, pitch: 0 };
const ask = (settings: object = {}, text: string = TEXT, language = 'en') =>
  client.send('POST', '/voices/scratch', { text, language, settings: { ...usual, ...settings } });
async function spoken(settings: object = {}, text?: string, language?: string): Promise<Voice> {
  const { status, body } = await ask(settings, text, language);
  expect(status).toBe(201);
  return body['voice'] as Voice;
}

describe('a scratch voice', () => {
  it('is a voice like any other, and tells how it was made', async () => {
    const voice = await spoken();
    expect(voice).toMatchObject({ scratch: usual, channels: 1, sampleRate: 48_000 });
    const bytes = await studio.services.media.readAll(voice.working);
    const { dataLength } = readWavHeader(bytes);
    expect(dataLength / 2 / 48_000).toBeCloseTo(toSeconds(voice.duration), 3);
    expect((await studio.services.media.info(voice.peaks)).size).toBeGreaterThan(100);
  });
  it('speaks at the pace that is asked for, also twice as fast, whatever its pitch', async () => {
    const words = TEXT.split(' ').length;
    const pace = (voice: Voice) => (60 * words) / toSeconds(voice.duration);
    const [slow, fast] = [await spoken(), await spoken({ wordsPerMinute: 300, pitch: -5 })];
    expect(pace(slow)).toBeGreaterThan(120);
    expect(pace(slow)).toBeLessThan(180);
    expect(pace(fast) / pace(slow)).toBeCloseTo(2, 0);
  });
  it.each(['rms', 'espeak'])('is also spoken by %s', async (speaker) => {
    const voice = await spoken({ speaker }, 'The ferry is late.');
    expect(toSeconds(voice.duration)).toBeGreaterThan(0.8);
    expect(toSeconds(voice.duration)).toBeLessThan(3.5);
  });
  it('speaks other languages, whatever stands in the text', async () => {
    const text = 'Buenas noches, "marisma": \'%{}\\n; [brackets]\nniebla…';
    expect(toSeconds((await spoken({ speaker: 'espeak' }, text, 'es')).duration)).toBeGreaterThan(
      1,
    );
    await spoken({}, `It's "quoted": 100 % \\ ; [in], {out}\nand more…`);
  });
  it('is refused in a sentence where it can’t be', async () => {
    const detail = async (...[settings, text, language]: Parameters<typeof ask>) => {
      const { status, body } = await ask(settings, text, language);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      return body['detail'];
    };
    expect(await detail({ speaker: 'espeak' }, TEXT, 'zz')).toMatch(/speaks the language “zz”/);
    expect(await detail({}, ' … ')).toMatch(/nothing in the script that can be said/);
    expect(await detail({ speaker: 'somebody' })).toMatch(/speaker/);
    expect(await detail({ wordsPerMinute: 1 })).toMatch(/wordsPerMinute/);
    expect(await detail({}, 'x'.repeat(30_001))).toMatch(/text/);
  });
});

describe('a voice of stretches of others', () => {
  const compose = (pieces: object[], name = 'The best of both') =>
    client.send('POST', '/voices/composed', { name, pieces });

  it('is as long as its stretches together', async () => {
    const { working } = await spoken();
    const { status, body } = await compose([
      { working, start: 0, end: 1 },
      { working, start: 2, end: 2.5 },
    ]);
    expect(status).toBe(201);
    const voice = body['voice'] as Voice;
    expect(voice).toMatchObject({ name: 'The best of both.wav', scratch: null });
    expect(toSeconds(voice.duration)).toBeCloseTo(1.5, 2);
  });
  it('is refused where a stretch is none, or its voice is not there', async () => {
    const working = 'a'.repeat(64);
    expect((await compose([{ working, start: 0, end: 1 }])).status).toBe(404);
    expect((await compose([{ working, start: 1, end: 1 }])).status).toBe(422);
    expect((await compose([])).status).toBe(422);
  });
});

describe('a voice that is shaped', () => {
  it('is made of another one, which stays as it is', async () => {
    const { working, duration } = await spoken({}, 'The ferry is late.');
    const shaping = { pace: 2, pitch: -3, formants: false, cleaning: 'sound' };
    const { status, body } = await client.send('POST', '/voices/shaped', { working, shaping });
    expect(status).toBe(201);
    const shaped = body['voice'] as Voice;
    expect(shaped.working).not.toBe(working);
    expect(toSeconds(shaped.duration)).toBeCloseTo(toSeconds(duration) / 2, 1);
    const told = await client.send('POST', '/voices/loudness', { working, start: 0, end: 1 });
    expect(told.body['integrated']).toBeLessThan(-5);
    expect(told.body['integrated']).toBeGreaterThan(-40);
  });
  it('is refused where the shape is none, or the voice is not there', async () => {
    const shaping = { pace: 1, pitch: 0, formants: true, cleaning: 'none' };
    const ask = (change: object) =>
      client.send('POST', '/voices/shaped', {
        working: 'a'.repeat(64),
        shaping: { ...shaping, ...change },
      });
    expect((await ask({ pace: 9 })).status).toBe(422);
    expect((await ask({ cleaning: 'thoroughly' })).status).toBe(422);
    expect((await ask({})).status).toBe(404);
  });
});
