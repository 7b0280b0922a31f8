import type { ControlValues } from '../controls';
import { Checkpoints } from './checkpoints';
import type { Simulation } from './simulation';

/**
 * The simulations of one character, stepped together: each one reads also what those before it wrote. Any step can
 * be asked for in any order; the state is always that of a run from the start.
 */
export class SimulationRun {
  private readonly checkpoints = new Checkpoints();
  private readonly state: Float64Array;

  constructor(private readonly simulations: readonly Simulation[]) {
    this.state = new Float64Array(simulations.reduce((sum, { size }) => sum + size, 0));
  }

  /**
   * Goes to a step and writes what is moved there.
   *
   * @param valuesAt the controls at a step, before any simulation
   * @param values where to write
   */
  seek(step: number, valuesAt: (step: number) => ControlValues, values: ControlValues): void {
    const start = this.checkpoints.before(step);
    if (start) this.state.set(start.state);
    else {
      this.advance(valuesAt(0), 'init');
      this.checkpoints.save(0, this.state);
    }
    for (let next = (start?.step ?? 0) + 1; next <= step; next++) {
      this.advance(valuesAt(next), 'step');
      this.checkpoints.save(next, this.state);
    }
    this.write(values);
  }

  /** Begins anew with these controls, leaving no checkpoint: for what can't be played again. */
  begin(values: ControlValues): void {
    this.advance(values.slice(), 'init');
  }

  /** Goes on by one step from where it is, leaving no checkpoint. */
  follow(values: ControlValues): void {
    this.advance(values.slice(), 'step');
  }

  write(values: ControlValues): void {
    this.each((simulation, state) => simulation.write(state, values));
  }

  /** Forgets all from a step on. */
  dropFrom(step: number): void {
    this.checkpoints.dropFrom(step);
  }

  private advance(values: ControlValues, how: 'init' | 'step'): void {
    this.each((simulation, state) => {
      simulation[how](state, values);
      simulation.write(state, values);
    });
  }

  private each(visit: (simulation: Simulation, state: Float64Array) => void): void {
    let at = 0;
    for (const simulation of this.simulations) {
      visit(simulation, this.state.subarray(at, (at += simulation.size)));
    }
  }
}
