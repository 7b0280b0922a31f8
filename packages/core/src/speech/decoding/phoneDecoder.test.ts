import fc from 'fast-check';
import { evenly } from '../../testing/evenly';
import {
  clearlyHeard,
  impartialModel,
  phoneTree,
  testNumbers,
  type TestPhone,
} from '../../testing/testSpeech';
import { PHONE_COUNT, phoneIndex, PHONES, SILENT_PHONE } from '../model/phones';
import { COST_STEP, Phonotactics } from '../model/phonotactics';
import { PhoneDecoder, type PhoneSpan } from './phoneDecoder';

const WEIGHTS = { prior: 0.5, sequence: 0.5, change: -1, context: 1 };
const named = (spans: readonly PhoneSpan[]) =>
  spans.map(({ phone, start, end }) => [PHONES[phone], end - start] as const);

const framesOf = (spans: readonly PhoneSpan[]) =>
  spans.flatMap(({ phone, start, end }) => new Array<number>(end - start).fill(phone));

function decoded(heard: Float32Array, model = impartialModel): PhoneSpan[] {
  const decoder = new PhoneDecoder(model, WEIGHTS);
  decoder.push(heard);
  return decoder.settle(0);
}

/** What is decoded when it comes in pieces and the last `wait` frames stay open after each; frames. */
function decodedInPieces(heard: Float32Array, piece: number, wait: number): PhoneSpan[] {
  const decoder = new PhoneDecoder(impartialModel, WEIGHTS);
  const spans: PhoneSpan[] = [];
  for (let at = 0; at < heard.length; at += piece * PHONE_COUNT) {
    decoder.push(heard.subarray(at, at + piece * PHONE_COUNT));
    spans.push(...decoder.settle(wait));
  }
  return [...spans, ...decoder.settle(0)];
}

describe('PhoneDecoder', () => {
  const spoken: TestPhone[] = [
    ['sil', 20],
    ['m', 6],
    ['aa', 15],
    ['p', 4],
    ['iy', 10],
    ['sil', 12],
  ];
  it('finds phones that are clearly heard, where they are', () => {
    expect(named(decoded(clearlyHeard(...spoken)))).toEqual(spoken);
  });
  it('passes over a single frame of something else', () => {
    const heard = clearlyHeard(['aa', 8], ['t', 1], ['aa', 8]);
    expect(named(decoded(heard))).toEqual([['aa', 17]]);
  });
  it('finds the best of all sequences with at least two frames a phone', () => {
    // Few frames and phones, so that every sequence can be tried.
    const phones = [SILENT_PHONE, 3, 8];
    const value = evenly(-4, 0);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(value, value, value), { minLength: 4, maxLength: 7 }),
        fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 9, maxLength: 9 }),
        (frames, follows) => {
          const costs = new Map(
            follows.map((cost, at) => [`${phones[Math.floor(at / 3)]} ${phones[at % 3]}`, cost]),
          );
          const phonotactics = new Phonotactics(
            phoneTree(Object.fromEntries([...costs].map(([pair, cost]) => [pair, [cost, 0]]))),
          );
          const heard = new Float32Array(frames.length * PHONE_COUNT).fill(-60);
          frames.forEach((row, frame) =>
            row.forEach((score, at) => (heard[frame * PHONE_COUNT + phones[at]!] = score)),
          );
          const score = (path: readonly number[]) =>
            path.reduce((sum, phone, frame) => {
              const before = frame === 0 ? SILENT_PHONE : path[frame - 1]!;
              const change =
                phone === before
                  ? 0
                  : WEIGHTS.change -
                    WEIGHTS.sequence * COST_STEP * costs.get(`${before} ${phone}`)!;
              return sum + heard[frame * PHONE_COUNT + phone]! + change;
            }, 0);
          const allowed = sequences(phones, frames.length).filter(longEnough);
          const best = Math.max(...allowed.map(score));
          const found = decoded(heard, { ...impartialModel, phonotactics }).flatMap(
            ({ phone, start, end }) => new Array<number>(end - start).fill(phone),
          );
          expect(score(found)).toBeCloseTo(best, 4);
        },
      ),
      { numRuns: 40 },
    );
  });
  it('weighs a phone by the two before it where they are known', () => {
    // After m aa both sound alike; the model says that p follows m aa, though t mostly follows aa.
    const [m, aa, t, p] = [phoneIndex('m'), phoneIndex('aa'), phoneIndex('t'), phoneIndex('p')];
    const phonotactics = new Phonotactics(
      phoneTree({
        [`${m} ${aa}`]: [1, 40],
        [`${aa} ${t}`]: [1, 0],
        [`${aa} ${p}`]: [60, 0],
        [`${m} ${aa} ${p}`]: [1, 0],
      }),
    );
    const heard = clearlyHeard(['m', 5], ['aa', 8], ['t', 4], ['aa', 8]);
    for (let frame = 13; frame < 17; frame++) {
      heard[frame * PHONE_COUNT + p] = heard[frame * PHONE_COUNT + t]!;
    }
    const model = { ...impartialModel, phonotactics };
    const spoken = (context: number) => {
      const decoder = new PhoneDecoder(model, { ...WEIGHTS, context });
      decoder.push(heard);
      return named(decoder.settle(0)).map(([phone]) => phone);
    };
    expect(spoken(1)).toEqual(['m', 'aa', 't', 'aa']);
    expect(spoken(2)).toEqual(['m', 'aa', 'p', 'aa']);
  });
  it('decides the same of a long noise, though it forgets the paths that it gave up', () => {
    const numbers = testNumbers(1200 * PHONE_COUNT, 5);
    const noise = numbers.map((value) => 3 * value - 4);
    expect(framesOf(decodedInPieces(noise, 100, 60))).toEqual(framesOf(decoded(noise)));
  });
  it('gives the same in pieces that wait long enough', () => {
    const heard = clearlyHeard(...spoken, ...spoken);
    expect(framesOf(decodedInPieces(heard, 7, 10))).toEqual(framesOf(decoded(heard)));
  });
});

function sequences(phones: readonly number[], length: number): number[][] {
  if (length === 0) return [[]];
  return sequences(phones, length - 1).flatMap((path) => phones.map((phone) => [...path, phone]));
}

/** Every phone at least two frames long; the silence before the beginning lengthens one that goes on from it. */
function longEnough(path: readonly number[]): boolean {
  const runs: number[] = [];
  path.forEach((phone, frame) => {
    if (frame > 0 && phone === path[frame - 1]) runs[runs.length - 1]!++;
    else runs.push(frame === 0 && phone === SILENT_PHONE ? 2 : 1);
  });
  return runs.every((run) => run >= 2);
}
