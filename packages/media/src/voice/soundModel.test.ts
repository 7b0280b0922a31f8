import { readFileSync } from 'node:fs';
import { MEL_BANDS, MelAnalyser, heardChannel } from '@cruvo/core/audio';
import {
  FRAME_INPUTS,
  LiveSpeechAnalyzer,
  Network,
  PHONE_COUNT,
  RunningChannel,
  channelMean,
  readSoundModel,
  toLogProbabilities,
  writeInputs,
} from '@cruvo/core/speech';
import { shippedSoundModel } from './soundModel';

interface Reference {
  readonly frames: number[];
  readonly bands: number[][];
  readonly levels: number[];
  /** Share of each phone in each frame. */
  readonly whole: number[][];
  readonly live: number[][];
}

const ROOT = new URL('../../../../', import.meta.url);
const reference = JSON.parse(
  readFileSync(new URL('training/reference.json', ROOT), 'utf8'),
) as Reference;
const weights = readFileSync(new URL('packages/core/weights/hearing.safetensors.gz', ROOT));

/** The same as sound() in training/reference.py. */
const sound = Float32Array.from({ length: 19_200 }, (_, at) => {
  const time = at / 16_000;
  if (time >= 0.9) return 0;
  const phase = 140 * time + 30 * time * time;
  const buzz = [1, 2, 3, 5, 8, 13, 21].reduce(
    (sum, k) => sum + Math.sin(2 * Math.PI * k * phase) / k,
    0,
  );
  return 0.2 * buzz * (0.5 - 0.5 * Math.cos(2 * Math.PI * 3 * time));
});

const analyser = new MelAnalyser();
const first = analyser.push(sound);
const last = analyser.finish();
const mel = {
  bands: Float32Array.from([...first.bands, ...last.bands]),
  levels: Float32Array.from([...first.levels, ...last.levels]),
};
const frames = mel.levels.length;

describe('the shipped sound model', () => {
  it('is under a megabyte', () => {
    expect(weights.length).toBeLessThan(1_000_000);
  });

  it('hears through the same features as in training', () => {
    reference.frames.forEach((frame, index) => {
      expect(Math.abs(mel.levels[frame]! - reference.levels[index]!)).toBeLessThan(0.05);
      const bands = mel.bands.subarray(frame * MEL_BANDS, (frame + 1) * MEL_BANDS);
      bands.forEach((band, at) => {
        // Far below the loudest band, both are rounding errors.
        if (band > -80) expect(Math.abs(band - reference.bands[index]![at]!)).toBeLessThan(0.2);
      });
    });
  });

  it.each(['whole', 'live'] as const)('answers as the %s network did in training', async (name) => {
    const model = await shippedSoundModel();
    const inputs = new Float32Array(frames * FRAME_INPUTS);
    const running = new RunningChannel(model.channelShape);
    const mean = channelMean(mel, 0, frames)!;
    for (let frame = 0; frame < frames; frame++) {
      running.hear(mel, frame);
      writeInputs(mel, frame, name === 'whole' ? mean : running.mean, inputs, frame);
    }
    const network = new Network(model[name], frames);
    const logits = Float32Array.from([...network.push(inputs), ...network.finish()]);
    const answers = toLogProbabilities(logits);
    let difference = 0;
    reference.frames.forEach((frame, index) => {
      for (let phone = 0; phone < PHONE_COUNT; phone++) {
        const share = Math.exp(answers[frame * PHONE_COUNT + phone]!);
        difference += Math.abs(share - reference[name][index]![phone]!);
      }
    });
    // Weights of 8 bits differ a little from those of training: by less than 4 % of all shares.
    expect(difference / (2 * reference.frames.length)).toBeLessThan(0.04);
  });

  it('refuses damaged weights in one sentence', () => {
    expect(() => readSoundModel(weights.subarray(0, 500_000))).toThrow(/damaged|do not fit/);
    expect(() => readSoundModel(new Uint8Array(20))).toThrow(/damaged/);
  });

  it('keeps a live mouth shut in silence and faint noise', async () => {
    const hearing = new LiveSpeechAnalyzer(await shippedSoundModel(), 48_000);
    const faint = Int16Array.from({ length: 96_000 }, (_, at) => ((at * 7919) % 21) - 10);
    const block = { sampleRate: 48_000, channels: 1, samples: faint };
    const told = [...hearing.push(heardChannel(block, 'both')), ...hearing.finish()];
    expect(told).toHaveLength(200);
    expect(told.filter(({ viseme }) => viseme !== 0).length).toBeLessThanOrEqual(2);
  });
});
