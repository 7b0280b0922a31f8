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
