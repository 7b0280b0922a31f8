import type { Viseme } from '../visemes';

/**
 * The phones the network tells apart, in the order of its outputs: silence, the sounds of English in
 * ARPAbet, and both halves of its diphthongs. The weights carry the same list, and are refused if it differs.
 */
export const PHONES = [
  ...['sil', 'p', 'b', 'm', 'f', 'v', 'th', 'dh', 't', 'd', 'k', 'g', 'ng', 'ch', 'jh', 'sh', 'zh'],
  ...[
    's',
    'z',
    'n',
    'l',
    'r',
    'er',
    'aa',
    'ah',
    'ae',
    'eh',
    'ih',
    'iy',
    'y',
    'ao',
    'uh',
    'uw',
    'w',
    'hh',
  ],
  ...['ay1', 'ay2', 'aw1', 'aw2', 'oy1', 'oy2', 'ey1', 'ey2', 'ow1', 'ow2'],
] as const;

export type Phone = (typeof PHONES)[number];

export const PHONE_COUNT = PHONES.length;

const INDEX = new Map<string, number>(PHONES.map((phone, index) => [phone, index]));

/** The output of a phone. @throws Error for a phone the network doesn't know */
export function phoneIndex(phone: string): number {
  const index = INDEX.get(phone);
  if (index === undefined) throw new Error(`There is no phone "${phone}".`);
  return index;
}

export const SILENT_PHONE = phoneIndex('sil');
const BREATH = phoneIndex('hh');

/** MPEG-4 visemes by the phones they stand for; hh has none of its own. */
const PHONES_OF_VISEME = [
  'sil',
  'p b m',
  'f v',
  'th dh',
  't d',
  'k g ng',
  'ch jh sh zh',
  's z',
  'n l',
  'r er',
  'aa ah ay1 aw1',
  'eh ae ey1',
  'ih iy y ay2 ey2 oy2',
  'ao oy1 ow1',
  'uh uw w aw2 ow2',
];

const VISEMES = PHONES.map((phone) =>
  PHONES_OF_VISEME.findIndex((phones) => phones.split(' ').includes(phone)),
);

/** The viseme of a phone followed by another: h takes the mouth of the sound after it. */
export function visemeOf(phone: number, next: number | undefined): Viseme {
  const own =
    phone === BREATH
      ? next === undefined || next === BREATH
        ? 0
        : VISEMES[next]!
      : VISEMES[phone]!;
  return own as Viseme;
}

/** What people write for a phone: both halves of a diphthong have its name. */
export function phoneName(phone: number): string {
  return PHONES[phone]!.replace(/\d$/, '');
}

/** Whether a phone is the second half of a diphthong whose first half came before it. */
export function continues(phone: number, previous: number): boolean {
  const name = PHONES[phone]!;
  return name.endsWith('2') && PHONES[previous] === name.replace('2', '1');
}
