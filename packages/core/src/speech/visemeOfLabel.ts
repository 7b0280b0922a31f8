import { visemeOf } from './model/phones';
import { halves, phonesOfIpa } from './script/ipa';
import { VISEME_NAMES, type Viseme } from './visemes';

const SILENT = /^(|sil|sp|spn|pau|pause|<.*>|[-_.#*]+)$/i;

/**
 * The viseme of a sound as phoneticians label it: ARPAbet, IPA, a viseme's own number, or a mark for silence.
 *
 * @returns null where the label is none of these
 */
export function visemeOfLabel(label: string): Viseme | null {
  const plain = label.trim();
  if (SILENT.test(plain)) return 0;
  if (/^\d+$/.test(plain)) {
    const number = Number(plain);
    return number < VISEME_NAMES.length ? (number as Viseme) : null;
  }
  const [phone, next] = phonesOfLabel(plain);
  return phone === undefined ? null : visemeOf(phone, next);
}

function phonesOfLabel(label: string): readonly number[] {
  try {
    return halves(label.toLowerCase().replace(/\d$/, ''));
  } catch {
    return phonesOfIpa(label);
  }
}
