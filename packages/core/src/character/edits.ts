import type { MouthKind, MouthRig } from '../mouth/mouthRig';
import { PLAIN_LOOK } from './artwork';
import type { Character } from './character';
import { freeName } from './freeName';
import type { Part, UnplacedPart } from './part';
import { assembledEyes } from './recognition/assembleEyes';
import { assembledMouth } from './recognition/assembleMouth';
import type { Meaning } from './recognition/meaning';
import { branchOf, partById } from './tree';
import { partsOf, withPartList } from './partList';

/** A character with some parts changed. */
export function withParts(
  character: Character,
  ids: readonly string[],
  change: Partial<Part> | ((part: Part) => Partial<Part>),
): Character {
  const chosen = new Set(ids);
  return withPartList(
    character,
    partsOf(character).map((part) =>
      chosen.has(part.id)
        ? { ...part, ...(typeof change === 'function' ? change(part) : change) }
        : part,
    ),
  );
}

/**
 * A character with parts moved into another group, to a place among what it holds already (counted from the
 * back). Parts that would end up inside themselves stay where they are.
 */
export function withPartsMoved(
  character: Character,
  ids: readonly string[],
  parent: string | null,
  index: number,
): Character {
  const branches = ids.map((id) => branchOf(partsOf(character), id));
  const moving = new Set(branches.flatMap((branch) => branch.map(({ id }) => id)));
  if (parent !== null && moving.has(parent)) return character;
  const tops = new Set(ids);
  const before = partsOf(character)
    .filter((part) => part.parent === parent)
    .slice(0, index);
  const anchor = before.findLast(({ id }) => !moving.has(id));
  const rest = partsOf(character).filter(({ id }) => !moving.has(id));
  const moved = branches.flat().map((part) => (tops.has(part.id) ? { ...part, parent } : part));
  // Painting order: after the branch of what now lies beneath, or right after the group itself.
  const after = anchor ? branchOf(rest, anchor.id).at(-1)!.id : parent;
  const at = after === null ? 0 : rest.findIndex(({ id }) => id === after) + 1;
  return tidied(withPartList(character, [...rest.slice(0, at), ...moved, ...rest.slice(at)]));
}

/** A character with parts put into a new group where the foremost of them is. */
export function withGroup(character: Character, ids: readonly string[], name: string): Character {
  const first = partById(partsOf(character), ids[0] ?? '');
  if (!first) return character;
  const taken = new Set(partsOf(character).map((part) => part.id));
  const id = freeName(name, taken);
  const at = partsOf(character).indexOf(first);
  const { order: _order, ...looks } = first;
  const group: UnplacedPart = {
    ...looks,
    ...{ id, name, drawing: null, shows: null, meaning: null },
    ...PLAIN_LOOK,
    locked: false,
    rest: { x: 0, y: 0, turn: 0, scale: 1 },
  };
  const parts = [...partsOf(character).slice(0, at), group, ...partsOf(character).slice(at)];
  return withPartsMoved(withPartList(character, parts), ids, id, 0);
}

/** A character in which somebody has said what a part is; mouth and eyes are put together anew where it matters. */
export function withMeaning(character: Character, id: string, meaning: Meaning | null): Character {
  const before = partById(partsOf(character), id)?.meaning?.role;
  const changed = withParts(character, [id], { meaning });
  const roles = [before, meaning?.role];
  const eyes = roles.some((role) => role !== undefined && EYE_ROLES.has(role));
  const mouth = roles.some((role) => role !== undefined && MOUTH_ROLES.has(role));
  const seen = eyes || meaning === null ? assembledEyes(changed) : changed;
  if (!mouth && meaning !== null) return seen;
  const after = assembledMouth(seen);
  return { ...after, mouth: carryOverMouthSetup(character.mouth, after.mouth, id) };
}

/** A mouth put together anew, with what was set up before; only the drawing that was meant changes. */
function carryOverMouthSetup(
  before: MouthRig | null,
  after: MouthRig | null,
  meant: string,
): MouthRig | null {
  if (!before || !after) return after;
  const { followers } = before;
  if (!('chart' in before) || !('chart' in after)) return { ...after, followers };
  const drawings = after.chart.drawings.map(
    (entry) =>
      (entry.drawing !== meant &&
        before.chart.drawings.find(({ drawing }) => drawing === entry.drawing)) ||
      entry,
  );
  return { ...after, followers, chart: { ...after.chart, drawings } };
}

const EYE_ROLES: ReadonlySet<string> = new Set([
  ...['eyes', 'white', 'pupil', 'lid', 'closed eye', 'open eye', 'brow'],
]);
const MOUTH_ROLES: ReadonlySet<string> = new Set(['mouth', 'mouth drawing', 'jaw']);

/** Groups of which one is seen show one that is inside them. */
export function tidied(character: Character): Character {
  const parts = partsOf(character).map((part) => {
    const shown = part.shows === null ? null : partById(partsOf(character), part.shows);
    if (part.shows === null || shown?.parent === part.id) return part;
    const inside = partsOf(character).find(({ parent }) => parent === part.id);
    return { ...part, shows: inside?.id ?? null };
  });
  return withPartList(character, parts);
}

/** How round lips are that no opening alone makes. */
const ROUND = 0.5;

/** Which kinds of mouth a character could have as its parts are, each ready to be used. */
export function possibleMouths(character: Character): ReadonlyMap<MouthKind, MouthRig> {
  const own = assembledMouth({ ...character, mouth: null }).mouth;
  const found = new Map<MouthKind, MouthRig>();
  if (own) found.set(own.kind, own);
  if (character.mouth) found.set(character.mouth.kind, character.mouth);
  for (const rig of [...found.values()]) {
    if (!('chart' in rig)) continue;
    const { part, followers, chart } = rig;
    const strip = chart.drawings
      // A rounded mouth is no step on the way from shut to open.
      .filter(({ articulation }) => articulation !== null && (articulation.round ?? 0) < ROUND)
      .sort((a, b) => (a.articulation!.jaw ?? 0) - (b.articulation!.jaw ?? 0))
      .map(({ drawing }) => drawing);
    if (!found.has('strip') && strip.length > 1) {
      found.set('strip', { kind: 'strip', part, followers, strip });
    }
    const widest = chart.drawings.find(({ drawing }) => drawing === strip.at(-1));
    const rest = chart.drawings.find(({ drawing }) => drawing === chart.rest);
    if (!found.has('two') && widest && rest && widest !== rest) {
      const drawings = [rest, widest].map((entry) => ({ ...entry, mood: null }));
      found.set('two', { kind: 'two', part, followers, chart: { rest: rest.drawing, drawings } });
    }
    if (!found.has('steps') && strip.length > 1) {
      const drawings = strip.map((drawing, at) => ({
        drawing,
        label: chart.drawings.find((entry) => entry.drawing === drawing)!.label,
        articulation: { jaw: at / (strip.length - 1) },
        mood: null,
      }));
      found.set('steps', { kind: 'steps', part, followers, chart: { rest: strip[0]!, drawings } });
    }
  }
  return found;
}
