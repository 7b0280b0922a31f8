import { VISEME_NAMES, type Viseme } from '../../speech/visemes';
import { targetOf, type Articulation } from '../../mouth/articulation';
import type { MouthDrawing } from '../../mouth/mouthChart';
import { MOUTH_DARK } from '../../mouth/kinds/cutMouth';
import type { MouthRig } from '../../mouth/mouthRig';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';
import { freeName } from '../freeName';
import { plainPart, type Part } from '../part';
import { branchOf, treeOf } from '../tree';
import type { DrawnSound } from './meaning';
import { recognise, type Finding } from './recognise';
import { partsOf, withPartList } from '../partList';

/** From so many numbered drawings on they are a strip to run through; fewer are steps. */
const LEAST_STRIP = 5;
/** How far a jaw turns at first, radians. */
const JAW_TURN = 0.3;

interface Found {
  readonly part: Part;
  readonly sound: DrawnSound;
}

/** A character with the best mouth that its parts allow; unchanged where they allow none. */
export function assembledMouth(character: Character): Character {
  const gathered = gatherDrawings(character);
  const findings = recognise(partsOf(gathered));
  const rig =
    drawnMouth(gathered, findings) ?? jawMouth(gathered, findings) ?? cutMouth(gathered, findings);
  if (!rig) return character;
  return { ...withPartList(gathered, asRigNeeds(partsOf(gathered), rig)), mouth: rig };
}

/**
 * Brings all drawings of the mouth into one group: loose ones of the outermost level into a new one, those of
 * moods out of their groups.
 */
function gatherDrawings(character: Character): Character {
  const parts = partsOf(character);
  const findings = recognise(parts);
  const isDrawing = (part: Part) => findings.get(part.id)?.role === 'mouth drawing';
  const drawings = parts.filter(isDrawing);
  if (drawings.length === 0) return character;
  const group = mouthGroup(parts, findings);
  const holder =
    group ??
    plainPart({
      id: freeName('mouth', new Set(parts.map(({ id }) => id))),
      name: 'mouth',
      parent: drawings[0]!.parent,
    });
  const inside = group ? branchOf(parts, group.id).filter(isDrawing) : drawings;
  if (inside.every(({ parent }) => parent === holder.id)) return character;
  const moved = new Set(inside.map(({ id }) => id));
  const meant = inside.map((part) => {
    const { role, side, sound } = findings.get(part.id)!;
    // The mood's group goes; what it said stays.
    const meaning = part.parent === holder.id ? part.meaning : { role, side, sound };
    return { ...part, parent: holder.id, meaning };
  });
  const kept = parts.filter(({ id }) => !moved.has(id));
  const tree = treeOf(kept);
  const emptied = new Set(
    kept
      .filter(({ id, drawing }) => drawing === null && id !== holder.id && id !== holder.parent)
      .filter(({ id }) => !tree.has(id))
      .filter(({ id }) => (treeOf(parts).get(id) ?? []).some((part) => moved.has(part.id)))
      .map(({ id }) => id),
  );
  const rest = kept.filter(({ id }) => !emptied.has(id));
  const at = group
    ? rest.findIndex(({ id }) => id === group.id)
    : rest.filter((part) => parts.indexOf(part) < parts.indexOf(drawings[0]!)).length - 1;
  const before = rest.slice(0, at + 1);
  return withPartList(character, [
    ...before,
    ...(group ? [] : [holder]),
    ...meant,
    ...rest.slice(at + 1),
  ]);
}

/** The group of the mouth with the most drawings in it. */
function mouthGroup(parts: readonly Part[], findings: ReadonlyMap<string, Finding>): Part | null {
  const tree = treeOf(parts);
  const groups = parts.filter(({ id }) => findings.get(id)?.role === 'mouth' && tree.has(id));
  const count = ({ id }: Part) =>
    branchOf(parts, id).filter((part) => findings.get(part.id)?.role === 'mouth drawing').length;
  return groups.sort((a, b) => count(b) - count(a))[0] ?? null;
}

function drawnMouth(character: Character, findings: ReadonlyMap<string, Finding>): MouthRig | null {
  const parts = partsOf(character);
  const group = mouthGroup(parts, findings);
  if (!group) return null;
  const found = (treeOf(parts).get(group.id) ?? []).flatMap((part): Found[] => {
    const sound = findings.get(part.id)?.sound;
    return sound ? [{ part, sound }] : [];
  });
  const spoken = found.filter(({ sound }) => sound.visemes.length > 0);
  const numbered = found
    .filter(({ sound }) => sound.visemes.length === 0 && sound.number !== null)
    .sort((a, b) => a.sound.number! - b.sound.number!);
  const own = { part: group.id, followers: [] };
  if (spoken.length < 2 && numbered.length >= LEAST_STRIP) {
    return { kind: 'strip', ...own, strip: numbered.map(({ part }) => part.id) };
  }
  if (spoken.length < 2 && numbered.length >= 2) {
    const drawings = numbered.map(({ part }, at) => ({
      drawing: part.id,
      label: part.name,
      articulation: { jaw: at / (numbered.length - 1) },
      mood: null,
    }));
    return { kind: 'steps', ...own, chart: { rest: drawings[0]!.drawing, drawings } };
  }
  if (spoken.length < 2) return null;
  const drawings = [...spoken, ...found.filter(({ sound }) => sound.expression !== null)].map(
    chartEntry,
  );
  return {
    kind: drawings.length === 2 ? 'two' : 'chart',
    ...own,
    chart: { rest: restOf(spoken).part.id, drawings },
  };
}

function chartEntry({ part, sound }: Found): MouthDrawing {
  const { mood, expression } = sound;
  const [viseme] = sound.visemes;
  const label =
    expression ?? (sound.visemes.length === 1 && viseme ? VISEME_NAMES[viseme]! : part.name);
  return {
    drawing: part.id,
    label,
    articulation: expression ? null : articulationOf(sound),
    mood,
  };
}

/** What a drawing made for some sounds looks like: their mean, opened as loudly as it is drawn for. */
function articulationOf({ visemes, loudness }: DrawnSound): Articulation {
  const targets = visemes.map((viseme: Viseme) => targetOf(viseme));
  const mean = (dimension: keyof Articulation) =>
    targets.reduce((sum, target) => sum + target[dimension], 0) / targets.length;
  return {
    jaw: mean('jaw') * (loudness ?? 1),
    width: mean('width'),
    round: mean('round'),
    press: mean('press'),
    teeth: mean('teeth'),
    tongue: mean('tongue'),
  };
}

/** The drawing for silence, or else the one that is most shut. */
function restOf(spoken: readonly Found[]): Found {
  const openness = ({ sound }: Found) =>
    (sound.visemes.includes(0) ? -1 : 0) + articulationOf(sound).jaw + (sound.mood ? 0.01 : 0);
  return spoken.reduce((best, each) => (openness(each) < openness(best) ? each : best));
}

function jawMouth(character: Character, findings: ReadonlyMap<string, Finding>): MouthRig | null {
  const jaw = partsOf(character).find(({ id }) => findings.get(id)?.role === 'jaw');
  const box = jaw && boundsOfPart(character, jaw.id);
  if (!jaw || !box) return null;
  const head = partsOf(character).find(({ id }) => findings.get(id)?.role === 'head');
  const around = head && boundsOfPart(character, head.id);
  const [middle, center] = [
    box.x + box.width / 2,
    around ? around.x + around.width / 2 : character.width / 2,
  ];
  const followers = [] as const;
  const upright = Math.abs(middle - center) < box.width * 0.2;
  const still = { hinge: { x: middle, y: box.y }, turn: 0, slide: { x: 0, y: box.height * 0.3 } };
  if (upright) return { kind: 'jaw', part: jaw.id, ...still, followers };
  // A beak or a snout in profile hangs on its end towards the head.
  const right = middle > center;
  const hinge = { x: right ? box.x : box.x + box.width, y: box.y };
  const turn = right ? JAW_TURN : -JAW_TURN;
  return { kind: 'jaw', part: jaw.id, hinge, turn, slide: { x: 0, y: 0 }, followers };
}

/** One drawing of a mouth is cut across its middle. */
function cutMouth(character: Character, findings: ReadonlyMap<string, Finding>): MouthRig | null {
  const part = partsOf(character).find(({ id }) => findings.get(id)?.role === 'mouth');
  const box = part && boundsOfPart(character, part.id);
  if (!part || !box) return null;
  const y = box.y + box.height / 2;
  return {
    kind: 'cut',
    part: part.id,
    from: { x: box.x + box.width * 0.04, y },
    to: { x: box.x + box.width * 0.96, y },
    upper: box.width * 0.06,
    lower: box.width * 0.3,
    curve: [],
    softness: 0.4,
    inside: { kind: 'color', color: MOUTH_DARK },
    followers: [],
  };
}

/** Drawings of one mouth are seen one at a time, whatever was hidden in the file. */
function asRigNeeds(parts: readonly Part[], rig: MouthRig): Part[] {
  if (rig.kind !== 'strip' && !('chart' in rig)) return [...parts];
  const shows = rig.kind === 'strip' ? rig.strip[0]! : rig.chart.rest;
  return parts.map((part) => {
    if (part.id === rig.part) return { ...part, shows, hidden: false };
    return part.parent === rig.part ? { ...part, hidden: false } : part;
  });
}
