import { createStore } from 'zustand/vanilla';
import { InputLearner, type InputReading } from '@cruvo/core/inputs';
import { sentenceOf } from '@cruvo/core/problem';
import type { InputDevice, OnReading } from './inputDevice';

export interface InputState {
  readonly status: 'off' | 'starting' | 'on';
  /** What went wrong, in a sentence. */
  readonly problem: string | null;
  /** How each input stands that was heard of. */
  readonly values: ReadonlyMap<string, number>;
  /** Whether the next thing that is touched is learnt. */
  readonly learning: boolean;
  /** How late readings are heard of as a rule, which is taken out, seconds; null until some were. */
  readonly late: number | null;
}

/** How much of the lateness each new reading tells. */
const NEW_SHARE = 0.05;
const NONE: ReadonlyMap<string, number> = new Map();
const SILENT = { values: NONE, learning: false, late: null } as const;

/** Hears a device. Knobs are passed on once a picture, however fast they are turned; buttons at once. */
export class InputSession {
  readonly state = createStore<InputState>(() => ({ status: 'off', problem: null, ...SILENT }));
  private running: { stop: () => void } | null = null;
  private learner = new InputLearner();
  private turned = new Map<string, { reading: InputReading; heardAt: number; lateBy: number }>();
  private frame: number | null = null;

  /**
   * @param onReading is told what is pressed and turned
   * @param onLearnt is told what was touched while it was learning
   */
  constructor(
    private readonly onReading: OnReading,
    private readonly onLearnt: (reading: InputReading) => void,
  ) {}

  /** Hears a device from now on; null for none. */
  async use(device: InputDevice | null): Promise<void> {
    this.running?.stop();
    if (this.frame !== null) cancelAnimationFrame(this.frame);
    this.frame = null;
    this.turned.clear();
    const running = { stop: () => undefined as void };
    this.running = device ? running : null;
    this.state.setState({ status: device ? 'starting' : 'off', problem: null, ...SILENT });
    if (!device) return;
    try {
      const stop = await device.start((reading, late) => {
        if (this.running === running) this.hear(reading, late);
      });
      // Another device may have been chosen meanwhile.
      if (this.running !== running) return stop();
      running.stop = stop;
      this.state.setState({ status: 'on' });
    } catch (error) {
      if (this.running !== running) return;
      this.running = null;
      this.state.setState({ status: 'off', problem: sentenceOf(error) });
    }
  }

  /** Learns the next thing that is touched, or leaves it. */
  learn(learning: boolean): void {
    this.learner = new InputLearner();
    this.state.setState({ learning });
  }

  private hear(reading: InputReading, lateBy: number): void {
    const { learning, late } = this.state.getState();
    if (learning) {
      const touched = this.learner.push(reading);
      if (touched) {
        this.state.setState({ learning: false });
        this.onLearnt(touched);
      }
    }
    const next = late === null ? lateBy : late + NEW_SHARE * (lateBy - late);
    if (reading.kind === 'button') {
      this.show([reading], next);
      this.onReading(reading, lateBy);
      return;
    }
    const heardAt = performance.now() / 1000;
    this.turned.set(reading.input, { reading, heardAt, lateBy });
    this.frame ??= requestAnimationFrame(() => this.passOn(next));
  }

  private passOn(late: number): void {
    this.frame = null;
    const all = [...this.turned.values()];
    this.turned.clear();
    this.show(
      all.map(({ reading }) => reading),
      late,
    );
    const now = performance.now() / 1000;
    for (const { reading, heardAt, lateBy } of all) this.onReading(reading, lateBy + now - heardAt);
  }

  private show(readings: readonly InputReading[], late: number): void {
    const values = new Map(this.state.getState().values);
    for (const { input, value } of readings) values.set(input, value);
    this.state.setState({ values, late });
  }
}
