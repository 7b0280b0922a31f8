import type { Viseme } from '../../speech/visemes';

/** What a layer can be taken for. */
export const ROLES = [
  'mouth',
  'jaw',
  'upper teeth',
  'lower teeth',
  'tongue',
  'upper lip',
  'lower lip',
  'eyes',
  'white',
  'pupil',
  'lid',
  'closed eye',
  'open eye',
  'brow',
  'head',
  'face',
  'cheek',
  'nose',
  'ear',
  'hair',
  'beard',
  'whiskers',
  'neck',
  'body',
  'arm',
  'hand',
  'leg',
  'foot',
  'tail',
  'wing',
  'hat',
  'glasses',
  'scarf',
  'background',
] as const;
export type Role = (typeof ROLES)[number];

/** What there is one of on each side of a character. */
export const PAIRED_ROLES: ReadonlySet<Role | 'mouth drawing'> = new Set([
  ...(['white', 'pupil', 'lid', 'closed eye', 'open eye', 'brow', 'ear', 'cheek'] as const),
  ...(['arm', 'hand', 'leg', 'foot', 'wing'] as const),
]);

/**
 * The words by which artists call each role, most telling first. Several words stand in any order. Plurals
 * and the words for sides are understood by themselves.
 */
export const ROLE_WORDS: Readonly<Record<Role, readonly string[]>> = {
  'upper teeth': ['upper teeth', 'top teeth', 'teeth upper', 'teeth up'],
  'lower teeth': ['lower teeth', 'bottom teeth', 'teeth lower', 'teeth down'],
  'upper lip': ['upper lip', 'top lip', 'lip upper'],
  'lower lip': ['lower lip', 'bottom lip', 'lip lower', 'under lip'],
  'closed eye': [
    'closed eye',
    'eye closed',
    'eye shut',
    'shut eye',
    'blink',
    'eye close',
    'sleeping eye',
    'wink',
  ],
  'open eye': ['open eye', 'eye open'],
  white: ['eye white', 'eyeball', 'eye ball', 'sclera', 'eye socket'],
  pupil: ['pupil', 'iris', 'eye dot', 'iris pupil'],
  lid: ['eyelid', 'lid', 'eye lid', 'upper lid', 'lower lid'],
  brow: ['eyebrow', 'brow', 'eye brow'],
  tongue: ['tongue'],
  jaw: [
    'jaw',
    'lower jaw',
    'chin',
    'mandible',
    'lower beak',
    'beak lower',
    'beak bottom',
    'bottom beak',
    'muzzle lower',
  ],
  mouth: ['mouth', 'lip', 'beak', 'muzzle', 'snout mouth'],
  eyes: ['eye'],
  cheek: ['cheek', 'blush'],
  nose: ['nose', 'snout', 'nostril'],
  ear: ['ear'],
  hair: ['hair', 'fringe', 'bang', 'ponytail', 'braid', 'mane'],
  beard: ['beard', 'moustache', 'mustache', 'goatee'],
  whiskers: ['whisker'],
  neck: ['neck', 'throat'],
  body: ['body', 'torso', 'chest', 'belly', 'trunk', 'coat', 'shirt', 'dress', 'jacket', 'collar'],
  arm: ['arm', 'upper arm', 'forearm', 'lower arm', 'elbow', 'sleeve', 'shoulder'],
  hand: ['hand', 'fist', 'finger', 'paw', 'palm'],
  leg: ['leg', 'thigh', 'shin', 'knee'],
  foot: ['foot', 'feet', 'shoe', 'boot'],
  tail: ['tail'],
  wing: ['wing'],
  hat: ['hat', 'cap', 'helmet', 'crown'],
  glasses: ['glass', 'glasses', 'spectacle', 'goggle'],
  scarf: ['scarf', 'tie', 'bow'],
  face: ['face'],
  head: ['head', 'skull'],
  background: ['background', 'backdrop', 'bg', 'paper', 'page'],
};

/** What single words mean inside a group of eyes. */
export const WORDS_WITHIN_EYES: Readonly<Record<string, Role>> = {
  closed: 'closed eye',
  close: 'closed eye',
  shut: 'closed eye',
  open: 'open eye',
  white: 'white',
  ball: 'white',
};

/** The character's own sides. */
export const SIDE_WORDS = {
  left: ['left', 'l', 'lt', 'lft'],
  right: ['right', 'r', 'rt', 'rgt'],
} as const;

/** Words for shade and light on something, which is not that thing. */
export const SHADING_WORDS: ReadonlySet<string> = new Set([
  'shadow',
  'shade',
  'shading',
  'highlight',
  'shine',
  'reflection',
]);

/** Sounds as artists write them on mouth drawings, by viseme. */
export const SOUND_WORDS: readonly (readonly [viseme: Viseme, words: readonly string[]])[] = [
  [0, ['rest', 'neutral', 'silence', 'silent', 'sil', 'idle', 'default', 'normal', 'x']],
  [1, ['m', 'b', 'p', 'mbp', 'bmp', 'pbm', 'mpb', 'mm', 'bp', 'mb', 'mp', 'em']],
  [2, ['f', 'v', 'fv', 'vf', 'ff', 'ef', 'ph']],
  [3, ['th', 'dh']],
  [4, ['t', 'd', 'td', 'dt', 'tt', 'dd']],
  [5, ['k', 'g', 'kg', 'gk', 'ng', 'kk', 'c']],
  [6, ['ch', 'j', 'sh', 'zh', 'chj', 'chsh', 'jsh']],
  [7, ['s', 'z', 'sz', 'ss', 'zz', 'es']],
  [8, ['n', 'l', 'nl', 'ln', 'el', 'la', 'nn', 'll']],
  [9, ['r', 'er', 'rr', 'ur']],
  [10, ['ah', 'a', 'aa', 'aah', 'ai', 'ay']],
  [11, ['eh', 'e', 'ae', 'uh']],
  [12, ['ee', 'i', 'ih', 'iy', 'y', 'ey']],
  [13, ['oh', 'o', 'aw', 'ow', 'ao', 'or']],
  [14, ['oo', 'u', 'w', 'uw', 'ou', 'ooh', 'q', 'wq', 'qw', 'woo']],
];

/** Words for what a mouth looks like, which count where no sound is named. */
export const SHAPE_WORDS: readonly (readonly [viseme: Viseme, words: readonly string[]])[] = [
  [1, ['closed', 'close', 'shut']],
  [10, ['open', 'wide']],
  [11, ['half']],
  [13, ['round']],
];

/** Mouths that say nothing but show something. */
export const EXPRESSION_WORDS: readonly string[] = [
  'smile',
  'grin',
  'laugh',
  'frown',
  'sad',
  'angry',
  'surprise',
  'surprised',
  'pout',
  'kiss',
  'smirk',
  'worried',
  'happy',
  'cross',
  'cheerful',
];

/** Words for how loud a sound is said, with the share of its opening. */
export const LOUDNESS_WORDS: Readonly<Record<string, number>> = {
  quiet: 0.55,
  soft: 0.55,
  small: 0.55,
  medium: 0.8,
  mid: 0.8,
  loud: 1,
  big: 1,
  large: 1,
  shout: 1,
};
