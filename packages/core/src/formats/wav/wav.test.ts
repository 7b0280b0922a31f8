import fc from 'fast-check';
import { readWavHeader, wavHeader } from './wav';

describe('WAV headers', () => {
  it('say the same when read as when written', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 192_000 }),
        fc.integer({ min: 1, max: 8 }),
        fc.nat(),
        (rate, channels, length) => {
          expect(readWavHeader(wavHeader(rate, channels, length))).toEqual({
            sampleRate: rate,
            channels,
            dataStart: 44,
            dataLength: length,
          });
        },
      ),
    );
  });

  it('may hold chunks that mean nothing to us', () => {
    const plain = wavHeader(48_000, 1, 10);
    const odd = new Uint8Array([
      ...[...'LIST'].map((letter) => letter.charCodeAt(0)),
      3,
      0,
      0,
      0,
      1,
      2,
      3,
      0,
    ]);
    const header = readWavHeader(Uint8Array.of(...plain.slice(0, 12), ...odd, ...plain.slice(12)));
    expect(header).toMatchObject({ dataStart: 44 + odd.length, dataLength: 10 });
  });

  it('are refused in one sentence when they are something else', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 100 }), (bytes) => {
        expect(() => readWavHeader(bytes)).toThrow('This is not a WAV file with 16-bit samples.');
      }),
    );
    const float = wavHeader(48_000, 1, 10);
    float[20] = 3;
    expect(() => readWavHeader(float)).toThrow('16-bit');
  });
});
