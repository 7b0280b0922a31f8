import { mixToMono, splitChannels } from './samples';

const stereo = {
  sampleRate: 48_000,
  channels: 2,
  samples: Int16Array.of(16_384, 0, -32_768, -32_768),
};

it('mixes channels to the mean of both', () => {
  expect([...mixToMono(stereo)]).toEqual([0.25, -1]);
});

it('splits channels, each from -1 to 1', () => {
  expect(splitChannels(stereo).map((channel) => [...channel])).toEqual([
    [0.5, -1],
    [0, -1],
  ]);
});

it('leaves one channel as it is', () => {
  const mono = { sampleRate: 48_000, channels: 1, samples: Int16Array.of(-32_768, 0, 16_384) };
  expect([...mixToMono(mono)]).toEqual([-1, 0, 0.5]);
});
