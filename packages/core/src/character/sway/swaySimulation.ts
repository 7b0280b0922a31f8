import { STEP_RATE, type Simulation } from '../../simulation';
import type { ControlValues } from '../../controls';
import { mapped, type Point } from '../../geometry';
import { boundsOfPart } from '../bounds';
import type { Character } from '../character';
import { controlsOf } from '../controls';
import { bendsByPart } from '../bend/bendsByPart';
import { restPlaceOf } from '../standing';
import { rootFrameOf, type RootFrame } from './rootFrame';
import { linksOf, swayControlId, swaysOf, type Sway } from './sway';
import { windAt } from './wind';

/** Natural frequencies of the loosest and the stiffest, radians a second. */
const LOOSEST = 5;
const STIFFEST = 36;
/** Damping of the least and of the most damped, as shares of the critical one. */
const LEAST_DAMPED = 0.1;
const MOST_DAMPED = 1.1;
/** A link turns no further than to this cosine, about 75 degrees. */
const LEAST_COSINE = 0.26;
/** Wind at full strength turns a link about as far, as a share of its length. */
const WIND_REACH = 0.35;
/** What is read is rounded to this share of a unit, since it comes from sines. */
const GRAIN = 1024;
/** The number of the step and where the root is; then for each link its end and how fast that moves. */
const NUMBERS_OF_ROOT = 5;
const NUMBERS_PER_LINK = 4;

const rounded = (value: number) => Math.round(value * GRAIN) / GRAIN;

/** A link at rest. */
interface Link {
  /** From its start to its end, as the character rests. */
  readonly x: number;
  readonly y: number;
  readonly length: number;
  /** 0 to 1: how far it hangs straight down. */
  readonly hangs: number;
}

/** What makes the loose parts of a character swing, those first that carry others. */
export function swaySimulations(character: Character): Simulation[] {
  const depth = ({ part }: Sway) => {
    let count = 0;
    for (let id: string | null = part; id !== null; id = character.parts[id]?.parent ?? null)
      count++;
    return count;
  };
  return swaysOf(character)
    .toSorted((a, b) => depth(a) - depth(b))
    .map((sway) => swaySimulation(character, sway));
}

/**
 * A chain of damped springs: the end of each link is drawn to where it would be if nothing swung, and comes after.
 * Semi-implicit Euler steps of fixed length.
 */
function swaySimulation(character: Character, sway: Sway): Simulation {
  const { root, links } = linksAtRest(character, sway);
  const place = rootFrameOf(character, sway.part, root);
  const slots = Array.from({ length: linksOf(sway) }, (_, link) =>
    controlsOf(character).slots.get(swayControlId(sway.id, link))!,
  );
  const frequency = LOOSEST * (STIFFEST / LOOSEST) ** sway.stiffness;
  const spring = frequency * frequency;
  const friction = 2 * frequency * (LEAST_DAMPED + (MOST_DAMPED - LEAST_DAMPED) * sway.damping);
  const chain = new Chain(links, sway);
  return {
    id: `sway ${sway.id}`,
    reads: place.reads,
    size: NUMBERS_OF_ROOT + NUMBERS_PER_LINK * links.length,
    init(state, values) {
      remember(state, 0, place.at(values));
      chain.start(state);
      links.forEach((link, at) => {
        const own = NUMBERS_OF_ROOT + NUMBERS_PER_LINK * at;
        const goal = chain.goal(link, at);
        state[own] = goal.x;
        state[own + 1] = goal.y;
        state[own + 2] = 0;
        state[own + 3] = 0;
        chain.follow(link, goal.x, goal.y);
      });
    },
    step(state, values) {
      remember(state, state[0]! + 1, place.at(values));
      chain.start(state);
      for (let at = 0; at < links.length; at++) {
        const link = links[at]!;
        const own = NUMBERS_OF_ROOT + NUMBERS_PER_LINK * at;
        const goal = chain.goal(link, at);
        for (const axis of [0, 1] as const) {
          const away = (axis === 0 ? goal.x : goal.y) - state[own + axis]!;
          const speed =
            (state[own + 2 + axis]! + (spring * away) / STEP_RATE) / (1 + friction / STEP_RATE);
          state[own + 2 + axis] = speed;
          state[own + axis]! += speed / STEP_RATE;
        }
        // Its end stays at its length, and no further aside than it can go.
        const end = chain.follow(link, state[own]!, state[own + 1]!);
        state[own] = end.x;
        state[own + 1] = end.y;
      }
    },
    write(state, values: ControlValues) {
      chain.start(state);
      for (let at = 0; at < links.length; at++) {
        const own = NUMBERS_OF_ROOT + NUMBERS_PER_LINK * at;
        values[slots[at]!] = chain.angle(links[at]!, state[own]!, state[own + 1]!);
      }
    },
  };
}

/** Keeps where the root is at a step, rounded. */
function remember(state: Float64Array, step: number, { x, y, cosine, sine }: RootFrame): void {
  state[0] = step;
  state[1] = rounded(x);
  state[2] = rounded(y);
  state[3] = rounded(cosine);
  state[4] = rounded(sine);
}

/** Goes along the links of a chain, from its root to its loose end. */
class Chain {
  private x = 0;
  private y = 0;
  /** How far all before is turned, at the root by what carries it. */
  private cosine = 1;
  private sine = 0;
  private step = 0;

  constructor(
    private readonly links: readonly Link[],
    private readonly sway: Sway,
  ) {}

  /** Begins at the root, where it is remembered to be. */
  start(state: Float64Array): void {
    this.step = state[0]!;
    this.x = state[1]!;
    this.y = state[2]!;
    this.cosine = state[3]!;
    this.sine = state[4]!;
  }

  /** Where the end of a link would be if it did not swing. */
  goal(link: Link, at: number): Point {
    const { weight, wind, seed } = this.sway;
    const along = this.carried(link);
    // What hangs goes on hanging down while what carries it turns.
    const down = weight * link.hangs;
    let x = along.x + (link.x - along.x) * down;
    let y = along.y + (link.y - along.y) * down;
    if (wind > 0) {
      const blow = wind * WIND_REACH * windAt(seed, this.step / STEP_RATE - at / this.links.length);
      [x, y] = [x - blow * y, y + blow * x];
    }
    const size = link.length / (Math.sqrt(x * x + y * y) || 1);
    return { x: this.x + size * x, y: this.y + size * y };
  }

  /** Goes on to the end of a link, brought to where it can be. */
  follow(link: Link, x: number, y: number): Point {
    const { cosine, sine } = this.turnOf(link, x, y);
    const turned = {
      cosine: this.cosine * cosine - this.sine * sine,
      sine: this.sine * cosine + this.cosine * sine,
    };
    this.cosine = turned.cosine;
    this.sine = turned.sine;
    const along = this.carried(link);
    this.x += along.x;
    this.y += along.y;
    return { x: this.x, y: this.y };
  }

  /** How far a link is turned against the one before it, radians; goes on to its end. */
  angle(link: Link, x: number, y: number): number {
    const { cosine, sine } = this.turnOf(link, x, y);
    this.follow(link, x, y);
    return angleOf(cosine, sine);
  }

  /** A link as it is carried by all before it. */
  private carried(link: Link): Point {
    return {
      x: this.cosine * link.x - this.sine * link.y,
      y: this.sine * link.x + this.cosine * link.y,
    };
  }

  private turnOf(link: Link, x: number, y: number): { cosine: number; sine: number } {
    const from = this.carried(link);
    const to = { x: x - this.x, y: y - this.y };
    const cosine = from.x * to.x + from.y * to.y;
    const sine = from.x * to.y - from.y * to.x;
    const size = Math.sqrt(cosine * cosine + sine * sine);
    if (size < 1e-9) return { cosine: 1, sine: 0 };
    if (cosine / size >= LEAST_COSINE) return { cosine: cosine / size, sine: sine / size };
    const most = Math.sqrt(1 - LEAST_COSINE * LEAST_COSINE);
    return { cosine: LEAST_COSINE, sine: sine < 0 ? -most : most };
  }
}

function linksAtRest(character: Character, sway: Sway): { root: Point; links: Link[] } {
  const place = restPlaceOf(character, sway.part);
  const points = pointsAtRest(character, sway);
  const links = points.slice(1).map((end, at): Link => {
    const [from, to] = [mapped(place, points[at]!), mapped(place, end)];
    const [x, y] = [to.x - from.x, to.y - from.y];
    const length = Math.max(1e-6, Math.sqrt(x * x + y * y));
    return { x, y, length, hangs: Math.max(0, y / length) };
  });
  return { root: points[0]!, links };
}

/** The points of a sway as drawn; of a part that swings as a whole its pivot, and its middle or what lies below it. */
function pointsAtRest(character: Character, { part, points }: Sway): readonly Point[] {
  if (points.length > 0) {
    const bend = bendsByPart(character).get(part)!;
    return points.map((id) => bend.points[id]!);
  }
  const { pivot } = character.parts[part]!;
  const box = boundsOfPart(character, part);
  const size = box ? Math.max(box.width, box.height) / 2 : 1;
  const middle = box && { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const away = middle ? Math.hypot(middle.x - pivot.x, middle.y - pivot.y) : 0;
  return [pivot, middle && away > 0.1 * size ? middle : { x: pivot.x, y: pivot.y + size }];
}

/** The angle of a turn of less than a right angle: halved twice, then by the series of the arctangent. */
function angleOf(cosine: number, sine: number): number {
  const half = sine / (1 + cosine);
  const quarter = half / (1 + Math.sqrt(1 + half * half));
  const square = quarter * quarter;
  return 4 * quarter * (1 - square * (1 / 3 - square * (1 / 5 - square * (1 / 7 - square / 9))));
}
