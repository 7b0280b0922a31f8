import type { Part } from '../part';
import { treeOf } from '../tree';
import type { Meaning, Side } from './meaning';
import { partedWords } from './lexicon';
import { soundOf, type NamedSound } from './sounds';
import { spokenIn, Vocabulary } from './vocabulary';
import type { Role } from './words';

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
  /** Whether layers beside it are mouths of sounds: "mouth L" is one too, not the left one. */
  readonly sounds: boolean;
}

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
/** So many drawings from A on may be counted by letters. */
const LEAST_LETTERS = 4;

const recognised = new WeakMap<readonly Part[], ReadonlyMap<string, Finding>>();
/** What was found, by all that findings are made of: parts that are only moved are not looked at again. */
const kept = new Map<string, ReadonlyMap<string, Finding>>();
/** So many lists of parts are kept. */
const MOST_KEPT = 16;

/**
 * What each part is, by its name and what holds it; parts that say nothing are left out. The same list is looked at
 * only once.
 */
export function recognise(parts: readonly Part[]): ReadonlyMap<string, Finding> {
  let findings = recognised.get(parts);
  if (!findings) recognised.set(parts, (findings = keptFindings(parts)));
  return findings;
}

function keptFindings(parts: readonly Part[]): ReadonlyMap<string, Finding> {
  const told = parts.map(({ id, name, parent, meaning }) => [id, name, parent, meaning]);
  const key = JSON.stringify(told);
  const known = kept.get(key);
  if (known) return known;
  if (kept.size >= MOST_KEPT) kept.clear();
  const findings = findingsOf(parts);
  kept.set(key, findings);
  return findings;
}

function findingsOf(parts: readonly Part[]): ReadonlyMap<string, Finding> {
  const tree = treeOf(parts);
  const vocabulary = new Vocabulary(spokenIn(parts.map(({ name }) => name)));
  const found = new Map<string, Finding>();
  const visit = (siblings: readonly Part[], around: Omit<Around, 'sounds'>) => {
    const sounds = saySounds(siblings, vocabulary);
    for (const part of siblings) {
      const inside = tree.get(part.id) ?? [];
      const finding = findingOf(part, { ...around, sounds }, inside.length > 0, vocabulary);
      if (finding) found.set(part.id, finding);
      visit(inside, {
        mouth: around.mouth || finding?.role === 'mouth',
        eyes: around.eyes || finding?.role === 'eyes',
        side: finding?.side ?? vocabulary.sideIn(partedWords(part.name)).side ?? around.side,
        mood: around.mouth && inside.length > 0 && !finding ? part.name.trim() : around.mood,
      });
    }
    if (around.mouth) askAboutLetters(siblings, found);
  };
  visit(tree.get(null) ?? [], { mouth: false, eyes: false, side: null, mood: null });
  const mouths = ['mouth', 'mouth drawing'];
  if (![...found.values()].some(({ role }) => mouths.includes(role))) {
    for (const [id, finding] of looseDrawings(tree, found, vocabulary)) found.set(id, finding);
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
  vocabulary: Vocabulary,
): readonly (readonly [id: string, finding: Finding])[] {
  let longest: readonly { readonly part: Part; readonly finding: Finding }[] = [];
  for (const siblings of tree.values()) {
    let run: { part: Part; finding: Finding }[] = [];
    for (const part of siblings) {
      const named =
        tree.has(part.id) || found.has(part.id)
          ? null
          : soundOf(partedWords(part.name), null, vocabulary);
      const speaks = named?.sure && named.sound.visemes.length > 0;
      const finding = speaks ? drawingFor({ ...named, sure: false }) : null;
      run = finding ? [...run, { part, finding }] : [];
      if (run.length > longest.length) longest = run;
    }
  }
  const words = longest.filter(({ part }) => partedWords(part.name).join('').length > 1);
  const sounds = new Set(longest.flatMap(({ finding }) => finding.sound!.visemes));
  if (sounds.size < LEAST_LOOSE || words.length < LEAST_LOOSE - 1) return [];
  return longest.map(({ part, finding }) => [part.id, finding]);
}

function findingOf(
  part: Part,
  around: Around,
  isGroup: boolean,
  vocabulary: Vocabulary,
): Finding | null {
  if (part.meaning) return { ...part.meaning, sureness: 'set' };
  const all = partedWords(part.name);
  const { side, words } = around.mouth ? { side: null, words: all } : vocabulary.sideIn(all);
  // Shade on something is not that thing.
  if (!around.mouth && vocabulary.isShading(words)) return null;
  const role = vocabulary.roleIn(words, around.eyes);
  if (around.mouth && !(role && WITHIN_MOUTH.has(role.role))) {
    return isGroup ? null : drawingFor(soundOf(all, around.mood, vocabulary));
  }
  if (!role) {
    // A side alone inside a group of eyes is the eye of that side.
    return side && around.eyes ? { role: 'eyes', side, sound: null, sureness: 'likely' } : null;
  }
  if (role.role === 'mouth' && !isGroup) {
    const said = side && !around.sounds ? words : all;
    const drawing = drawingFor(soundOf(said.length === 1 ? [] : said, null, vocabulary));
    if (drawing) return drawing;
  }
  return {
    role: role.role,
    side: side ?? around.side,
    sound: null,
    sureness: role.whole ? 'sure' : 'likely',
  };
}

/** Whether at least two of some layers are mouths with a sound in their names. */
function saySounds(siblings: readonly Part[], vocabulary: Vocabulary): boolean {
  const speaking = siblings.filter(({ name }) => {
    const { words } = vocabulary.sideIn(partedWords(name));
    if (words.length < 2 || vocabulary.roleIn(words, false)?.role !== 'mouth') return false;
    return (soundOf(words, null, vocabulary)?.sound.visemes.length ?? 0) > 0;
  });
  return speaking.length >= 2;
}

/** Drawings lettered A, B, C in a row may be sounds or only counted: nobody can be sure. */
function askAboutLetters(siblings: readonly Part[], found: Map<string, Finding>): void {
  const letters = siblings.map(({ name }) => partedWords(name).at(-1) ?? '').sort();
  const isAlphabet =
    letters.length >= LEAST_LETTERS &&
    letters.every((letter, at) => letter === String.fromCharCode('a'.charCodeAt(0) + at));
  if (!isAlphabet) return;
  for (const { id } of siblings) {
    const finding = found.get(id);
    if (finding?.sureness === 'sure') found.set(id, { ...finding, sureness: 'likely' });
  }
}

function drawingFor(named: NamedSound | null): Finding | null {
  if (!named) return null;
  const { sound, sure } = named;
  return { role: 'mouth drawing', side: null, sound, sureness: sure ? 'sure' : 'likely' };
}
