const list = (words: string) => new Set(words.split(/\s+/));

/** Kinds of words of English that are stressed more often than others, or seldom. */
const CLASSES: readonly ReadonlySet<string>[] = [
  list('i you he she it we they me him her us them my your his our their its mine yours'),
  list('this that these those there here'),
  list(
    `is are was were am be been do does did have has had will would can could should must might may shall i'm it's
     you're he's she's that's don't can't won't isn't wasn't didn't doesn't couldn't wouldn't`,
  ),
  list(
    `not never no none nothing nobody don't can't won't isn't wasn't didn't doesn't couldn't wouldn't`,
  ),
  list(
    'very really so too all every any some only just even much more most always ever what who why how now',
  ),
  list('a an the'),
  list('of to in on at for with from by about into out up off down over'),
  list('and or but if as than then because'),
];

/** How many classes there are. */
export const WORD_CLASSES = CLASSES.length;

/** For each class whether a word is in it: pronouns, demonstratives, auxiliaries, negations, intensifiers, articles, prepositions, conjunctions. */
export function classesOf(text: string): number[] {
  const word = text.toLowerCase().replace(/’/g, "'");
  return CLASSES.map((words) => (words.has(word) ? 1 : 0));
}
