import type { ControlSet, ControlSource } from '../controls';
import { randomNumbers } from '../life';
import type { LiveMoment } from '../mouth';
import { clamp } from '../numbers';
import type { BodyMap } from '../performance';
import { placeOfTarget, valueOfShare } from '../program';
import { SILENCE } from '../speech/visemes';

/** Moments a second. */
const RATE = 100;
/** dB a second by which the remembered loudest and quietest speech come closer. */
const FORGETS = 1;
const [FIRST_LOUD, FIRST_QUIET] = [-20, -45];
const LEAST_RANGE = 12;
/** How quickly stress, and the loudness around it, are followed, seconds. */
const [QUICK, SLOW] = [0.04, 0.6];
/** How far loudness rises above what is around it at a stressed word, a share of its range. */
const STRESS = 0.22;
/** Seconds between two nods at least. */
const REST_OF_NODS = 0.35;
/** A phrase begins after so long a pause, seconds. */
const PAUSE = 0.3;
/** How long a nod takes to its lowest point, seconds. */
const RISE = 0.14;
const SETTLE = 0.45;
/** By how much later brows rise, seconds. */
const LATER = 0.03;
/** Springs go to where they are drawn in about this time, seconds. */
const FOLLOW = 0.22;
/** A breath, seconds. */
const BREATH = 3.6;
/** How long one looks somewhere, seconds: the least, and what is added to it at most. */
const GLANCE = { least: 0.8, more: 2.6 } as const;

/** Where a body is drawn to, each from -1 to 1. */
interface Bearing {
  turn: number;
  tilt: number;
  gazeX: number;
  gazeY: number;
}

interface Nod {
  /** Seconds since it began. */
  since: number;
  readonly size: number;
  /** How far the brows go along. */
  readonly brows: number;
}

const noNod = (): Nod => ({ since: Infinity, size: 0, brows: 0 });

/**
 * Brings a body to life while its voice is being spoken, without knowing what comes: nods and raised brows at stressed
 * words, another bearing for each phrase, glances and breath (after the sources of `withPerformance`).
 */
export class LiveLife {
  private readonly next: () => number;
  private time = 0;
  private loud = FIRST_LOUD;
  private quiet = FIRST_QUIET;
  private quick = 0;
  private slow = 0;
  private silentFor = PAUSE;
  /** The last nod, and the one before it, which may still be coming back. */
  private nod = noNod();
  private before = noNod();
  private aim: Bearing = { turn: 0, tilt: 0, gazeX: 0, gazeY: 0 };
  private now: Bearing = { ...this.aim };
  private looksUntil = 0;

  constructor(seed: number) {
    this.next = randomNumbers(seed);
  }

  /** Takes the next moment of the voice. */
  hear({ viseme, level }: LiveMoment): void {
    const speaks = viseme !== SILENCE;
    this.silentFor = speaks ? 0 : this.silentFor + 1 / RATE;
    if (speaks) {
      this.loud = Math.max(this.loud - FORGETS / RATE, level);
      this.quiet = Math.min(this.quiet + FORGETS / RATE, level, this.loud - LEAST_RANGE);
    }
    const share = speaks ? clamp((level - this.quiet) / (this.loud - this.quiet), 0, 1) : 0;
    this.quick += (share - this.quick) / (QUICK * RATE);
    this.slow += (share - this.slow) / (SLOW * RATE);
    const excess = this.quick - this.slow - STRESS;
    if (speaks && excess > 0 && this.nod.since > REST_OF_NODS) {
      const size = Math.min(1, 0.35 + 1.6 * excess + 0.25 * this.next());
      this.before = this.nod;
      this.nod = { since: 0, size, brows: this.next() < 0.45 ? size : 0 };
    }
  }

  /** Goes on by a time. @param seconds since the last call */
  pass(seconds: number): void {
    this.time += seconds;
    for (const one of [this.nod, this.before]) one.since += seconds;
    const speaks = this.silentFor < PAUSE;
    if (this.time >= this.looksUntil) this.lookElsewhere(speaks);
    const share = 1 - Math.exp(-seconds / FOLLOW);
    for (const key of Object.keys(this.aim) as (keyof Bearing)[]) {
      // Eyes are quicker than heads.
      const part = key.startsWith('gaze') ? Math.min(1, 5 * share) : share;
      this.now[key] += part * (this.aim[key] - this.now[key]);
    }
  }

  /** How far each target is from rest, -1 to 1. */
  shares(body: BodyMap): ReadonlyMap<string, number> {
    const { turn, tilt, gazeX, gazeY } = this.now;
    const most = (of: (nod: Nod) => number) => Math.max(of(this.nod), of(this.before));
    const nod = most(({ size, since }) => size * pulse(since));
    const raised = most(({ brows, since }) => brows * pulse(since - LATER));
    const breath = 0.5 - 0.5 * Math.cos((2 * Math.PI * this.time) / BREATH);
    const targets: readonly (readonly [string | null, number])[] = [
      [body.nod, 0.7 * nod],
      [body.turn, 0.32 * turn],
      [body.tilt, 0.3 * tilt],
      [body.breath, breath],
      ...body.brows.map(({ control }) => [control, 0.8 * raised] as const),
      ...(body.gaze
        ? ([
            ['gaze/x', gazeX],
            ['gaze/y', gazeY],
          ] as const)
        : []),
    ];
    return new Map(
      targets.flatMap(([target, value]) => (target === null ? [] : [[target, value]])),
    );
  }

  private lookElsewhere(speaks: boolean): void {
    const side = () => 2 * this.next() - 1;
    this.looksUntil = this.time + GLANCE.least + GLANCE.more * this.next();
    // Who speaks mostly looks at the others.
    const away = this.next() < (speaks ? 0.3 : 0.5);
    this.aim = {
      turn: side(),
      tilt: side(),
      gazeX: away ? 0.6 * side() : 0.08 * side(),
      gazeY: away ? 0.3 * side() : 0.05 * side(),
    };
  }
}

/** Down and back again, 0 to 1. @param since seconds from its beginning */
function pulse(since: number): number {
  if (since <= 0) return 0;
  if (since < RISE) return softly(since / RISE);
  return since < RISE + SETTLE ? 1 - softly((since - RISE) / SETTLE) : 0;
}

const softly = (share: number) => share * share * (3 - 2 * share);

/** Life as what moves controls: added to what lies beneath. */
export function liveLifeSource(
  controls: ControlSet,
  shares: ReadonlyMap<string, number>,
): ControlSource {
  const moved = [...shares].flatMap(([target, share]) => {
    const place = placeOfTarget(controls, target);
    if (!place) return [];
    const by = valueOfShare(controls, place, share) - controls.rest[place.slot]!;
    return [{ slot: place.slot, by }];
  });
  return {
    ...{ name: 'Life', layer: 'reactions', muted: false, mix: 'add', weight: 1 },
    slots: moved.map(({ slot }) => slot),
    sample: (_time, values) => {
      for (const { slot, by } of moved) values[slot] = by;
      return 1;
    },
  };
}
