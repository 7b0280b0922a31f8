import { useCallback, useEffect, useRef } from 'react';
import type { ReactionProgram } from '@cruvo/core/program';
import type { StepCurve } from '@cruvo/core/reactions';
import { STEP_RATE } from '@cruvo/core/simulation';
import { usePlayhead } from '../playback/usePlayhead';
import { useOpenScene } from '../SceneContext';

/** The picture: its size in units, the seconds it shows, and those of them that have been. */
const [WIDTH, HEIGHT] = [280, 64];
const SHOWN = 4;
const BEEN = 2;
/** Steps from one point of a line to the next. */
const EVERY = 3;
const BARS = 16;

/** What goes into a reaction and what comes out, about the playhead, with what is clipped; beside it how often each value is. */
export function ReactionStrip({ program }: { program: ReactionProgram }) {
  const { transport } = useOpenScene();
  const into = useRef<SVGPathElement>(null);
  const out = useRef<SVGPathElement>(null);
  const clipped = useRef<SVGPathElement>(null);
  const spread = useRef<SVGPathElement>(null);
  const { signal, shaped } = program;
  const draw = useCallback(
    (time: number) => {
      const from = Math.round((time - BEEN) * STEP_RATE);
      const steps = SHOWN * STEP_RATE;
      const [input, output] = [signal(from, steps), shaped(from, steps)];
      into.current?.setAttribute('d', lineOf(input));
      out.current?.setAttribute('d', lineOf(output));
      clipped.current?.setAttribute('d', clippedOf(output));
      spread.current?.setAttribute('d', spreadOf(output));
    },
    [signal, shaped],
  );
  usePlayhead(draw);
  useEffect(() => draw(transport.time()), [draw, transport]);
  return (
    <svg
      className="reaction-strip"
      viewBox={`0 0 ${WIDTH + 40} ${HEIGHT}`}
      role="img"
      aria-label="The signal, and what is made of it"
      preserveAspectRatio="none"
    >
      <line className="level" x1={0} x2={WIDTH} y1={down(0)} y2={down(0)} />
      <line className="level" x1={0} x2={WIDTH} y1={down(1)} y2={down(1)} />
      <path className="into" ref={into} />
      <path className="out" ref={out} />
      <path className="clipped" ref={clipped} />
      <line
        className="playhead"
        x1={(WIDTH * BEEN) / SHOWN}
        x2={(WIDTH * BEEN) / SHOWN}
        y1={0}
        y2={HEIGHT}
      />
      <path className="spread" ref={spread} />
    </svg>
  );
}

/** Values from -1 to 1.2 are seen. */
const down = (value: number) => {
  const seen = Math.min(1.2, Math.max(-1, value));
  return HEIGHT - 4 - ((seen + 1) / 2.2) * (HEIGHT - 8);
};
const across = (at: number, count: number) => ((at / count) * WIDTH).toFixed(1);

function lineOf(values: Float64Array): string {
  const points: string[] = [];
  for (let at = 0; at < values.length; at += EVERY) {
    points.push(`${across(at, values.length)} ${down(values[at]!).toFixed(1)}`);
  }
  return `M${points.join('L')}`;
}

/** Where more comes out than the whole way of a control. */
function clippedOf(values: Float64Array): string {
  let path = '';
  for (let at = 0; at < values.length; at += EVERY) {
    const value = values[at]!;
    if (Math.abs(value) <= 1.001) continue;
    path += `M${across(at, values.length)} ${value > 0 ? 1 : HEIGHT - 1}h1.5`;
  }
  return path;
}

/** Bars to the right: how much of the time a value lies where they stand. */
function spreadOf(values: Float64Array): string {
  const counts = new Array<number>(BARS).fill(0);
  for (const value of values) {
    const place = Math.floor(((Math.min(1.2, Math.max(-1, value)) + 1) / 2.2) * BARS);
    counts[Math.min(BARS - 1, place)]!++;
  }
  const most = Math.max(...counts);
  const high = (HEIGHT - 8) / BARS;
  return counts
    .map((count, at) => {
      const top = HEIGHT - 4 - (at + 1) * high;
      return count === 0
        ? ''
        : `M${WIDTH + 6} ${top}h${(32 * count) / most}v${high}h${(-32 * count) / most}Z`;
    })
    .join('');
}

/** What a step makes of values that rise from 0 to 1, or, where it works over time, of something that happens once. */
export function pathOfStep(shape: (curve: StepCurve) => StepCurve, overTime: boolean): string {
  const input: StepCurve = (from, count) =>
    Float64Array.from({ length: count }, (_, at) => {
      const step = from + at;
      if (!overTime) return Math.min(1, Math.max(0, step / 60));
      return step >= 15 && step < 35 ? 1 : 0;
    });
  const steps = overTime ? 120 : 61;
  const values = shape(input)(0, steps);
  const points = Array.from(values, (value, at) => {
    const y = 22 - Math.min(1.2, Math.max(-0.3, value)) * 16;
    return `${((at / (steps - 1)) * 38 + 1).toFixed(1)} ${y.toFixed(1)}`;
  });
  return `M${points.join('L')}`;
}
