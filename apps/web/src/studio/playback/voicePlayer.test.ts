import fc from 'fast-check';
import { AS_RECORDED } from '@cruvo/core/audio';
import { FakeAudioContext, sceneTimeOf, serveRamp } from './fakeAudio';
import { VoicePlayer, type PlacedVoice } from './voicePlayer';

const realFetch = globalThis.fetch;
beforeEach(() => void (globalThis.fetch = serveRamp(9)));
afterEach(() => void (globalThis.fetch = realFetch));

const settle = () => new Promise((resolve) => setTimeout(resolve, 5));

function player(change: Partial<PlacedVoice> = {}) {
  const context = new FakeAudioContext();
  const whole = {
    line: 'line',
    url: 'voice',
    start: 0,
    offset: 0,
    duration: 9,
    envelope: AS_RECORDED,
  };
  const voices = [{ ...whole, ...change }];
  return { context, player: new VoicePlayer(context as unknown as AudioContext, voices) };
}

describe('VoicePlayer', () => {
  it('plays any stretch whole, its pieces following each other exactly', async () => {
    const time = fc.double({ min: 0, max: 9, noNaN: true });
    await fc.assert(
      fc.asyncProperty(time, time, async (a, b) => {
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        fc.pre(to - from > 0.01);
        const { context, player: voice } = player();
        await voice.ready(from);
        voice.schedule(from, to, 100);
        await settle();
        const pieces = context.played.sort((one, other) => one.when - other.when);
        let when = 100;
        for (const piece of pieces) {
          expect(piece.when).toBeCloseTo(when, 9);
          expect(sceneTimeOf(piece)).toBeCloseTo(from + (when - 100), 2);
          when += piece.length;
        }
        expect(when).toBeCloseTo(100 + to - from, 9);
      }),
      { numRuns: 40 },
    );
  });

  it('plays a voice where it stands in the scene, and nothing outside it', async () => {
    const { context, player: voice } = player({ start: 5 });
    voice.schedule(4, 6, 10);
    voice.schedule(14, 20, 50);
    await settle();
    expect(context.played).toEqual([{ when: 11, content: 0, length: 1, speed: 1 }]);
  });

  it('plays a stretch of a voice', async () => {
    const { context, player: voice } = player({ start: 5, offset: 3, duration: 2.5 });
    voice.schedule(0, 20, 100);
    await settle();
    const pieces = context.played.sort((one, other) => one.when - other.when);
    expect(pieces.map(({ when, length }) => [when, length])).toEqual([
      [105, 1],
      [106, 1.5],
    ]);
    expect(pieces.map(sceneTimeOf).map((time) => Math.round(time))).toEqual([3, 4]);
  });

  it('makes a voice louder, and fades it, also where play begins within a fade', async () => {
    const envelope = { gain: 6.0206, fadeIn: 1, fadeOut: 0.5 };
    const { context, player: voice } = player({ start: 0, duration: 1.9, envelope });
    voice.schedule(0.5, 2, 10);
    await settle();
    const [factor] = context.factors;
    expect(factor!.map(({ when }) => when)).toEqual(
      [10, 10.5, 10.9, 11.4].map((when) => expect.closeTo(when, 9) as number),
    );
    expect(factor!.map(({ value }) => value)).toEqual(
      [1, 2, 2, 0].map((value) => expect.closeTo(value, 4) as number),
    );
  });

  it('joins in at the right place when the sound comes late', async () => {
    const { context, player: voice } = player();
    voice.schedule(0, 2, 10);
    context.currentTime = 10.5;
    await settle();
    expect(context.played[0]).toMatchObject({ when: 10.5, length: 1.5 });
    expect(sceneTimeOf(context.played[0]!)).toBeCloseTo(0.5);
  });

  it('lets a snippet be heard when scrubbing', async () => {
    const { context, player: voice } = player();
    voice.scrub(3.3);
    await settle();
    expect(sceneTimeOf(context.played[0]!)).toBeCloseTo(3.3);
    expect(context.played[0]!.length).toBeLessThan(0.2);
  });

  it('stays silent where the voice can’t be fetched, and asks again the next time', async () => {
    const { context, player: voice } = player();
    globalThis.fetch = async () => new Response(null, { status: 503 });
    voice.schedule(0, 1, 10);
    await settle();
    expect(context.played).toEqual([]);
    globalThis.fetch = serveRamp(9);
    voice.schedule(0, 1, 10);
    await settle();
    expect(context.played).toHaveLength(1);
  });

  it('falls silent at once', async () => {
    const { context, player: voice } = player();
    voice.schedule(0, 5, 10);
    await settle();
    voice.stopAll();
    expect(context.stopped).toBe(context.played.length);
  });
});
