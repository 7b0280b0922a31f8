import fc from 'fast-check';
import { FakeAudioContext, sceneTimeOf, serveRamp } from './fakeAudio';
import { VoicePlayer } from './voicePlayer';

const realFetch = globalThis.fetch;
beforeEach(() => void (globalThis.fetch = serveRamp(9)));
afterEach(() => void (globalThis.fetch = realFetch));

const settle = () => new Promise((resolve) => setTimeout(resolve, 5));

function player(start = 0) {
  const context = new FakeAudioContext();
  const voices = [{ url: 'voice', start, duration: 9 }];
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
    const { context, player: voice } = player(5);
    voice.schedule(4, 6, 10);
    voice.schedule(14, 20, 50);
    await settle();
    expect(context.played).toEqual([{ when: 11, content: 0, length: 1 }]);
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
