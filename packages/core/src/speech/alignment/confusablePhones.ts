import { PHONE_COUNT, phoneIndex } from '../model/phones';

/** Phones that one language may take for another's, by the mouths they make and how they sound. */
const FAMILIES = [
  'p b',
  't d dh th',
  'k g hh',
  'm n ng',
  's z sh zh ch jh',
  'f v b w',
  'l r er w y d',
  'iy ih y ey1 ey2 eh ae ay2 oy2',
  'aa ah ae eh ay1 aw1 er',
  'ao ow1 oy1 aa uh uw ow2 aw2 w',
];
/** How well a phone's kin may stand for it. */
const CONFUSABLE_WEIGHT = 0.6;

const CONFUSABLE: readonly (readonly number[])[] = confusableOfEach();

function confusableOfEach(): number[][] {
  const families = FAMILIES.map((family) => family.split(' ').map(phoneIndex));
  return Array.from({ length: PHONE_COUNT }, (_, phone) => [
    ...new Set(families.filter((family) => family.includes(phone)).flat()),
  ]);
}

/**
 * Probabilities in which every phone is also heard where its kin is: for languages whose phones are only
 * nearly those that the network knows.
 *
 * @param logProbabilities natural logarithms [frames * 45]
 */
export function widenedToConfusable(logProbabilities: Float32Array): Float32Array {
  const widened = logProbabilities.slice();
  for (let from = 0; from < widened.length; from += PHONE_COUNT) {
    for (let phone = 0; phone < PHONE_COUNT; phone++) {
      let kin = 0;
      for (const other of CONFUSABLE[phone]!)
        kin = Math.max(kin, Math.exp(logProbabilities[from + other]!));
      const own = Math.exp(logProbabilities[from + phone]!);
      widened[from + phone] = Math.log(Math.max(own, CONFUSABLE_WEIGHT * kin, 1e-9));
    }
  }
  return widened;
}
