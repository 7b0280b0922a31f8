import { PHONE_COUNT } from './phones';

/** Turns a network's answers [frames * 45] into natural log-probabilities, in place. */
export function toLogProbabilities(answers: Float32Array): Float32Array {
  for (let from = 0; from < answers.length; from += PHONE_COUNT) {
    const to = from + PHONE_COUNT;
    let most = -Infinity;
    for (let at = from; at < to; at++) if (answers[at]! > most) most = answers[at]!;
    let sum = 0;
    for (let at = from; at < to; at++) sum += Math.exp(answers[at]! - most);
    const total = most + Math.log(sum);
    for (let at = from; at < to; at++) answers[at]! -= total;
  }
  return answers;
}
