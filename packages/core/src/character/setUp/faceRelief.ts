import { middleOf, type Box, type Point } from '../../geometry';
import { FULL_WEIGHT, gridPoints, outlineBounds, type WeightGrid } from '../../mesh';
import { regionKey } from '../bend/bend';
import { withBend, withJoint, withRegion } from '../bend/bendEdits';
import type { BodyControl, StopPart } from '../bodyControl';
import { withStopRegion } from '../bodyEdits';
import { RESTING_REGION } from '../bodyControl';
import type { Character } from '../character';
import { partsOf } from '../partList';
import { recognise } from '../recognition/recognise';
import { bendsByPart } from '../bend/bendsByPart';
import type { BodyPlan } from './bodyPlan';
import { boundsOf } from './joints';
import type { TraceParts } from './proposal';
import type { Show } from './shows';

/** Points of the grid of a relief along a side. */
const GRID = 25;
/** How far the front of a face comes forward, against the tip of the nose. */
const FRONT = 0.72;
/** A face is this share as wide and high as its drawing. */
const FACE = 0.97;
/** How flat its front is: 1 a ball, less is flatter. */
const FLATNESS = 0.8;
/** How much wider what comes near looks, and how much narrower what goes away. */
const PERSPECTIVE = 0.1;
/** What lies to the sides comes nearer to the middle: as much as a turn by 30 degrees brings it. */
const NARROWING = 0.134;
/** What a face has on both sides. */
const PAIRED: ReadonlySet<string> = new Set([
  ...['white', 'pupil', 'closed eye', 'open eye', 'lid', 'brow', 'cheek'],
]);
/** How far an ear on the far side goes in behind the head, and one on the near side, as shares of the head's width. */
const FAR_EAR = 0.05;
const NEAR_EAR = 0.015;

const REGION = 'Front of the face';

/**
 * How a face looks turned to a side (of the page: 1 right) or up and down: what lies in front goes along by its depth,
 * the near eye gets wider, the far ear goes behind.
 */
export function turnedFace(
  character: Character,
  { features, head }: BodyPlan,
  side: -1 | 1,
  reach: Point,
): Show {
  const found = recognise(partsOf(character));
  const width = boundsOf(character, head)?.width ?? 0;
  const turns = reach.x !== 0;
  return () => {
    const shown = new Map<string, Partial<StopPart>>(
      features.map(({ part, depth }) => [
        part,
        { x: side * depth * reach.x, y: side * depth * reach.y },
      ]),
    );
    if (!turns) return shown;
    for (const [id, { role, side: own }] of found) {
      if (own === null) continue;
      // The character's left is on the right of the page.
      const away = own === 'left' ? side : -side;
      if (PAIRED.has(role)) {
        const before = shown.get(id);
        const inwards = -NARROWING * asideOf(character, id);
        shown.set(id, {
          ...{ ...before, x: (before?.x ?? 0) + inwards },
          stretch: 1 - away * PERSPECTIVE,
        });
      } else if (role === 'ear' && head.includes(id)) {
        const inwards = away > 0 ? -away * FAR_EAR : away * -NEAR_EAR;
        shown.set(id, { x: Math.sign(side) * inwards * width, behind: away > 0 });
      }
    }
    return shown;
  };
}

/** How far a part lies to the right of the middle of what holds it, or of all beside it. */
function asideOf(character: Character, id: string): number {
  const { parent } = character.parts[id]!;
  const beside = Object.values(character.parts).filter((part) => part.parent === parent);
  const own = boundsOf(character, [id]);
  const around = boundsOf(
    character,
    beside.map((part) => part.id),
  );
  return own && around ? middleOf(own).x - middleOf(around).x : 0;
}

/** The drawing of a head as a relief, whose front goes along as the head turns and nods; as it is without pictures. */
export function withRelief(character: Character, plan: BodyPlan, trace: TraceParts): Character {
  const skull = skullOf(character, plan);
  if (skull === null || bendsByPart(character).has(skull)) return character;
  const outline = trace([skull]);
  if (!outline) return character;
  const name = `${character.parts[skull]!.name} in relief`;
  const bent = withBend(character, name, [skull], outline);
  const { id } = bendsByPart(bent).get(skull)!;
  const box = outlineBounds(outline);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  // What lies upon it has a depth of its own, and does not go along with the drawing a second time.
  const upon = Object.values(bent.parts).flatMap((part) => (part.parent === skull ? part.id : []));
  return withJoint(withRegion(bent, id, REGION, middle, dome(box)), upon, 'floating');
}

/** A control whose stops move the relief as well. @param reach how far the tip of the nose goes */
export function withReliefMoved(
  character: Character,
  plan: BodyPlan,
  control: BodyControl,
  reach: Point,
): Character {
  const skull = skullOf(character, plan);
  const bend = skull === null ? undefined : bendsByPart(character).get(skull);
  const region = bend && Object.values(bend.regions).find(({ name }) => name === REGION);
  if (!bend || !region) return character;
  return control.stops.reduce((now, { at }) => {
    const way = Math.sign(at - control.rest);
    const move = { ...RESTING_REGION, x: way * reach.x, y: way * reach.y };
    return withStopRegion(now, control.id, at, regionKey(bend.id, region.id), move);
  }, character);
}

/** The drawing of a head: that which features lie upon. */
function skullOf(character: Character, { head }: BodyPlan): string | null {
  const found = recognise(partsOf(character));
  const skulls = partsOf(character).filter(({ id, drawing, hidden }) => {
    const role = found.get(id)?.role;
    return drawing !== null && !hidden && (role === 'head' || role === 'face');
  });
  return skulls.find(({ id }) => head.includes(id))?.id ?? skulls[0]?.id ?? null;
}

/** How far each point of a face lies in front, as weights. */
function dome(box: Box): WeightGrid {
  const size = { columns: GRID, rows: GRID };
  const weights = gridPoints(size, box).map(({ x, y }) => {
    const across = (x - box.x - box.width / 2) / ((FACE * box.width) / 2);
    const down = (y - box.y - box.height / 2) / ((FACE * box.height) / 2);
    const inside = Math.max(0, 1 - across * across - down * down);
    return Math.round(FULL_WEIGHT * FRONT * inside ** FLATNESS);
  });
  return { ...size, weights };
}
