/** Words of English that seldom carry stress: articles, prepositions, pronouns, conjunctions, auxiliaries. */
const WORDS = new Set(
  `a an the of to in on at is are was be i you he she it we they me my your his her its our this that and or but so if
  as for with do does did not have has had will would can could i'm it's you're don't can't from by there them us am
  been were than then what who when where how`.split(/\s+/),
);

/** Whether a word seldom carries stress; words of other languages count as ones that may. */
export function isFunctionWord(text: string): boolean {
  return WORDS.has(text.toLowerCase().replace(/’/g, "'"));
}
