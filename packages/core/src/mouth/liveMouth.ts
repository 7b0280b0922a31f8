import { SILENCE, type Viseme } from '../speech/visemes';
import { targetOf, type Articulation } from './articulation';
import { CONTACTS } from './coarticulation';
import type { FitSettings } from './fitSettings';
import { loudnessGain } from './loudnessGain';
import { nearestDrawing, type MouthChart } from './mouthChart';
import type { MouthState } from './mouthState';

/** What a voice does in one moment, as it is told while it is spoken. */
export interface LiveMoment {
  /** Null where the mouth goes on as it is: for h, which has no mouth of its own. */
  readonly viseme: Viseme | null;
  /** dBFS. */
  readonly level: number;
}

/** Moments a second. */
const RATE = 100;
/** Frames a second that `hold` counts, since a live picture has no frame rate of its own. */
const HOLD_RATE = 24;
const QUICKEST = 0.012;
const SLOWER = 0.06;
/** dB a second by which the remembered loudest speech sinks. */
const PEAK_DECAY = 3;
const FIRST_PEAK = -26;

/**
 * The mouth of a voice that is being spoken: follows its targets without knowing what comes, shows
 * contacts (p b m, f v) at once, and holds every drawing for its time.
 */
export class LiveMouth {
  private shape: Articulation = targetOf(SILENCE);
  private peak = FIRST_PEAK;
  private drawing: string;
  /** Moments for which the drawing has been shown. */
  private shown = Infinity;

  constructor(
    private readonly chart: MouthChart,
    private readonly fit: Pick<FitSettings, 'strength' | 'smooth' | 'hold'>,
  ) {
    this.drawing = chart.rest;
  }

  /** Takes the next moment and gives what to show. */
  follow(moment: LiveMoment): MouthState {
    return { drawing: this.drawingFor(moment), articulation: this.shape };
  }

  private drawingFor({ viseme, level }: LiveMoment): string {
    this.peak = Math.max(this.peak - PEAK_DECAY / RATE, level);
    this.shown++;
    if (viseme === null) return this.drawing;
    const contact = CONTACTS.includes(viseme);
    this.shape = contact ? targetOf(viseme) : this.towards(this.aim(viseme, level));
    const wanted =
      viseme === SILENCE && this.shape.jaw < 0.05
        ? this.chart.rest
        : nearestDrawing(this.chart, this.shape);
    const held = this.shown >= (this.fit.hold * RATE) / HOLD_RATE;
    if (wanted !== this.drawing && (held || contact)) {
      this.drawing = wanted;
      this.shown = 0;
    }
    return this.drawing;
  }

  private aim(viseme: Viseme, level: number): Articulation {
    const target = targetOf(viseme);
    const gain = loudnessGain(level - this.peak) * this.fit.strength;
    return { ...target, jaw: Math.min(1, target.jaw * gain) };
  }

  private towards(aim: Articulation): Articulation {
    const share = 1 - Math.exp(-1 / (RATE * (QUICKEST + this.fit.smooth * SLOWER)));
    const moved = (key: keyof Articulation) =>
      this.shape[key] + share * (aim[key] - this.shape[key]);
    return {
      jaw: moved('jaw'),
      width: moved('width'),
      round: moved('round'),
      press: moved('press'),
      teeth: moved('teeth'),
      tongue: moved('tongue'),
    };
  }
}
