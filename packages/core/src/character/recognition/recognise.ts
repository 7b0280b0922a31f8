import type { Part } from '../part';
import { treeOf } from '../tree';
import type { Meaning, Side } from './meaning';
import { soundOf, type NamedSound } from './sounds';
import { singular, wordsOf } from './tokens';
import { ROLE_WORDS, SIDE_WORDS, WORDS_WITHIN_EYES, type Role } from './words';

/** What a part was taken for, and by what. */
export interface Finding extends Meaning {
  /** `set`: by hand; `sure`: every word of the name says so; `likely`: some do. */
  readonly sureness: 'set' | 'sure' | 'likely';
}

/** What is known around a part. */
interface Around {
  /** Inside a mouth: drawings are named by sounds there. */
  readonly mouth: boolean;
  readonly eyes: boolean;
  readonly side: Side | null;
  /** The mood by which a group inside the mouth is named. */
  readonly mood: string | null;
}

const ROLE_PHRASES = (Object.entries(ROLE_WORDS) as [Role, readonly string[]][]).flatMap(
  ([role, phrases], order) =>
    phrases.map((phrase) => ({ role, order, words: phrase.split(' ').map(singular) })),
);
/** What stands inside a mouth without being a drawing of it. */
const WITHIN_MOUTH: ReadonlySet<string> = new Set<Role>([
  'jaw',
  'upper teeth',
  'lower teeth',
  'tongue',
  'upper lip',
  'lower lip',
  'beard',
  'whiskers',
]);

/** From so many sounds on, all layers but one of them more than a letter, layers without a mouth around them are one. */
const LEAST_LOOSE = 3;

const recognised = new WeakMap<readonly Part[], ReadonlyMap<string, Finding>>();

/**
 * What each part is, by its name and what holds it; parts that say nothing are left out. The same list is looked at
 * only once.
 */
export function recognise(parts: readonly Part[]): ReadonlyMap<string, Finding> {
  let found = recognised.get(parts);
  if (!found) recognised.set(parts, (found = findingsOf(parts)));
  return found;
}

function findingsOf(parts: readonly Part[]): ReadonlyMap<string, Finding> {
  const tree = treeOf(parts);
  const found = new Map<string, Finding>();
  const visit = (siblings: readonly Part[], around: Around) => {
    for (const part of siblings) {
      const inside = tree.get(part.id) ?? [];
      const finding = findingOf(part, around, inside.length > 0);
      if (finding) found.set(part.id, finding);
      visit(inside, {
        mouth: around.mouth || finding?.role === 'mouth',
        eyes: around.eyes || finding?.role === 'eyes',
        side: finding?.side ?? sideIn(wordsOf(part.name)).side ?? around.side,
        mood: around.mouth && inside.length > 0 && !finding ? part.name.trim() : around.mood,
      });
    }
  };
  visit(tree.get(null) ?? [], { mouth: false, eyes: false, side: null, mood: null });
  const mouths = ['mouth', 'mouth drawing'];
  if (![...found.values()].some(({ role }) => mouths.includes(role))) {
    for (const [id, finding] of looseDrawings(tree, found)) found.set(id, finding);
  }
  return found;
}

/**
 * Drawings of a mouth that no group holds, as programs without groups write them: the longest run of layers one above
 * another that are named by sounds. Letters alone (a, b, c) may be any layers.
 */
function looseDrawings(
  tree: ReadonlyMap<string | null, readonly Part[]>,
  found: ReadonlyMap<string, Finding>,
): readonly (readonly [id: string, finding: Finding])[] {
  let longest: readonly { readonly part: Part; readonly finding: Finding }[] = [];
  for (const siblings of tree.values()) {
    let run: { part: Part; finding: Finding }[] = [];
    for (const part of siblings) {
      const named =
        tree.has(part.id) || found.has(part.id) ? null : soundOf(wordsOf(part.name), null);
      const speaks = named?.sure && named.sound.visemes.length > 0;
      const finding = speaks ? drawingFor({ ...named, sure: false }) : null;
      run = finding ? [...run, { part, finding }] : [];
      if (run.length > longest.length) longest = run;
    }
  }
  const words = longest.filter(({ part }) => wordsOf(part.name).join('').length > 1);
  const sounds = new Set(longest.flatMap(({ finding }) => finding.sound!.visemes));
  if (sounds.size < LEAST_LOOSE || words.length < LEAST_LOOSE - 1) return [];
  return longest.map(({ part, finding }) => [part.id, finding]);
}

function findingOf(part: Part, around: Around, isGroup: boolean): Finding | null {
  if (part.meaning) return { ...part.meaning, sureness: 'set' };
  const all = wordsOf(part.name);
  const { side, words } = around.mouth ? { side: null, words: all } : sideIn(all);
  const plain = words.map(singular);
  const role = roleIn(plain, around);
  if (around.mouth && !(role && WITHIN_MOUTH.has(role.role))) {
    return isGroup ? null : drawingFor(soundOf(all, around.mood));
  }
  if (!role) {
    // A side alone inside a group of eyes is the eye of that side.
    return side && around.eyes ? { role: 'eyes', side, sound: null, sureness: 'likely' } : null;
  }
  if (role.role === 'mouth' && !isGroup) {
    const drawing = drawingFor(soundOf(plain.length === 1 ? [] : all, null));
    if (drawing) return drawing;
  }
  const counted = plain.filter((word) => !isNumber(word));
  return {
    role: role.role,
    side: side ?? around.side,
    sound: null,
    sureness: role.words >= counted.length ? 'sure' : 'likely',
  };
}

function drawingFor(named: NamedSound | null): Finding | null {
  if (!named) return null;
  const { sound, sure } = named;
  return { role: 'mouth drawing', side: null, sound, sureness: sure ? 'sure' : 'likely' };
}

/** The side that words name, and the other words. */
function sideIn(words: readonly string[]): { side: Side | null; words: readonly string[] } {
  for (const side of ['left', 'right'] as const) {
    const at = words.findIndex((word) => (SIDE_WORDS[side] as readonly string[]).includes(word));
    // A letter on its own is a name, not a side.
    if (at >= 0 && (words.length > 1 || words[at]!.length > 1)) {
      return { side, words: words.filter((_, index) => index !== at) };
    }
  }
  return { side: null, words };
}

/** The role that most words speak for; of equals, the most telling one. */
function roleIn(words: readonly string[], around: Around): { role: Role; words: number } | null {
  const [only, ...others] = words.filter((word) => !isNumber(word));
  if (around.eyes && only && others.length === 0 && Object.hasOwn(WORDS_WITHIN_EYES, only)) {
    return { role: WORDS_WITHIN_EYES[only]!, words: 1 };
  }
  let best: { role: Role; words: number; order: number } | null = null;
  for (const { role, order, words: phrase } of ROLE_PHRASES) {
    if (!phrase.every((word) => words.includes(word))) continue;
    const better =
      !best || phrase.length > best.words || (phrase.length === best.words && order < best.order);
    if (better) best = { role, words: phrase.length, order };
  }
  return best;
}

const isNumber = (word: string) => /^\p{N}+$/u.test(word);
