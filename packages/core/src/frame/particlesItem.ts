import { shadedColor } from '../color';
import { mapped, multiply, type Box, type Matrix } from '../geometry';
import type { Item } from './anyItem';
import { Digest } from './digest';
import type { VectorShape } from './vectorDrawing';

/** A polygon of what a particle looks like, in a box of one unit about its middle. */
export interface ParticleShape {
  /** x and y of each point in turn, all polygons the same way round. */
  readonly points: Float64Array;
  /** Lighter (above 0) or darker than the colour of the particle, -1 to 1. */
  readonly shade: number;
  /** A share of the opacity of the particle. */
  readonly opacity: number;
}

/** What some particles look like, back to front. */
export interface ParticleLook {
  readonly name: string;
  readonly shapes: readonly ParticleShape[];
}

/** The colour of some particles, #rrggbb, and their opacity, 0 to 1. */
export interface ParticleTone {
  readonly color: string;
  readonly opacity: number;
}

/** Numbers of a particle: its look, its tone, its middle, and the end of its unit along x. */
export const MARK = { look: 0, tone: 1, x: 2, y: 3, cosine: 4, sine: 5, numbers: 6 } as const;

/** Many small things that are painted alike. */
export interface ParticlesItem extends Item {
  readonly kind: 'particles';
  readonly looks: readonly ParticleLook[];
  readonly tones: readonly ParticleTone[];
  /** `MARK.numbers` of each particle, in stage units. */
  readonly marks: Float32Array;
}

/** Half the diagonal of the box of one unit in which a particle is drawn. */
const HALF_DIAGONAL = Math.SQRT1_2;

export function particlesItem(
  id: string,
  looks: readonly ParticleLook[],
  tones: readonly ParticleTone[],
  marks: Float32Array,
): ParticlesItem {
  const digest = new Digest().number(marks.length);
  for (const { name } of looks) digest.text(name);
  for (const { color, opacity } of tones) digest.text(color).number(opacity);
  for (let at = 0; at < marks.length; at++) digest.number(marks[at]!);
  const bounds = boundsOf(marks);
  return { kind: 'particles', id, version: digest.value, bounds, looks, tones, marks };
}

/** The same particles carried elsewhere on the stage. */
export function movedParticles(item: ParticlesItem, change: Matrix): ParticlesItem {
  const marks = item.marks.slice();
  for (let at = 0; at < marks.length; at += MARK.numbers) {
    const [cosine, sine, , , x, y] = multiply(change, placeOfMark(marks, at));
    marks.set([x, y, cosine, sine], at + MARK.x);
  }
  return particlesItem(item.id, item.looks, item.tones, marks);
}

/** The map from the box of one unit of a particle onto the stage. @param at where its numbers begin */
function placeOfMark(marks: Float32Array, at: number): Matrix {
  const [cosine, sine] = [marks[at + MARK.cosine]!, marks[at + MARK.sine]!];
  return [cosine, sine, -sine, cosine, marks[at + MARK.x]!, marks[at + MARK.y]!];
}

/** What of particles is painted at once, back to front. */
export interface ParticleLayer {
  readonly points: Float64Array;
  readonly color: string;
  readonly opacity: number;
  /** Where each of them is: maps the points onto the stage. */
  readonly places: readonly Matrix[];
}

/** Particles as what is painted at once: polygons of one colour and one opacity. */
export function particleLayers({ looks, tones, marks }: ParticlesItem): readonly ParticleLayer[] {
  const places = new Map<number, Matrix[]>();
  for (let at = 0; at < marks.length; at += MARK.numbers) {
    const key = marks[at + MARK.tone]! * looks.length + marks[at + MARK.look]!;
    const known = places.get(key);
    if (known) known.push(placeOfMark(marks, at));
    else places.set(key, [placeOfMark(marks, at)]);
  }
  return [...places].flatMap(([key, own]) => {
    const { color, opacity } = tones[Math.floor(key / looks.length)]!;
    return looks[key % looks.length]!.shapes.map((shape): ParticleLayer => {
      const { points } = shape;
      const shaded = shadedColor(color, shape.shade);
      return { points, color: shaded, opacity: opacity * shape.opacity, places: own };
    });
  });
}

/** Particles as vector shapes, for what knows nothing else. */
export function shapesOfParticles(item: ParticlesItem): readonly VectorShape[] {
  return particleLayers(item).map(({ points, color, opacity, places }) => ({
    path: places.map((place) => pathOf(points, place)).join(''),
    ...{ fill: color, fillRule: 'nonzero', stroke: null, opacity },
  }));
}

const short = (value: number) => String(Math.round(100 * value) / 100);

function pathOf(points: Float64Array, place: Matrix): string {
  const corners = Array.from({ length: points.length / 2 }, (_, at) => {
    const { x, y } = mapped(place, { x: points[2 * at]!, y: points[2 * at + 1]! });
    return `${short(x)} ${short(y)}`;
  });
  return `M${corners.join('L')}Z`;
}

function boundsOf(marks: Float32Array): Box {
  if (marks.length === 0) return { x: 0, y: 0, width: 0, height: 0 };
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let at = 0; at < marks.length; at += MARK.numbers) {
    const [x, y] = [marks[at + MARK.x]!, marks[at + MARK.y]!];
    const reach = HALF_DIAGONAL * Math.hypot(marks[at + MARK.cosine]!, marks[at + MARK.sine]!);
    left = Math.min(left, x - reach);
    right = Math.max(right, x + reach);
    top = Math.min(top, y - reach);
    bottom = Math.max(bottom, y + reach);
  }
  return { x: left, y: top, width: right - left, height: bottom - top };
}
