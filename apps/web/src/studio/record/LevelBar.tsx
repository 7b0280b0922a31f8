import { useEffect, useRef, useState, type RefObject } from 'react';
import { HOT, QUIETEST } from '../../recording/levelMeter';
import { COLUMNS_PER_SECOND, type Recorder } from '../../recording/recorder';

/** How much of the waveform is in view, seconds. */
const IN_VIEW = 8;

/** The level of an input with its held peak, and the waveform of what is being recorded. */
export function LevelBar({ recorder }: { recorder: RefObject<Recorder | null> }) {
  const bar = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shown, setShown] = useState({ level: QUIETEST, hot: false });
  useEffect(() => {
    let frame = 0;
    let told = 0;
    const paint = (now: number) => {
      const open = recorder.current;
      const level = open?.level;
      if (bar.current) {
        bar.current.style.setProperty('--level', String(share(level?.now)));
        bar.current.style.setProperty('--peak', String(share(level?.peak)));
      }
      if (canvas.current) paintColumns(canvas.current, open?.columns ?? []);
      if (now - told > 250) {
        told = now;
        const hot = (level?.highest ?? QUIETEST) > HOT;
        setShown({ level: Math.round(Math.max(QUIETEST, level?.now ?? QUIETEST)), hot });
      }
      frame = requestAnimationFrame(paint);
    };
    frame = requestAnimationFrame(paint);
    return () => cancelAnimationFrame(frame);
  }, [recorder]);
  return (
    <div className="level-bar">
      <div
        ref={bar}
        className={shown.hot ? 'meter hot' : 'meter'}
        role="meter"
        aria-label="Level"
        aria-valuemin={QUIETEST}
        aria-valuemax={0}
        aria-valuenow={shown.level}
        title={shown.hot ? 'Too loud: go further from the microphone' : 'How loud it is'}
      >
        <span className="level-now" />
        <span className="level-peak" />
      </div>
      <canvas ref={canvas} width={320} height={36} aria-hidden />
    </div>
  );
}

const share = (level: number | undefined) =>
  level === undefined ? 0 : Math.max(0, Math.min(1, 1 - level / QUIETEST));

/** Paints the newest columns, the last of them at the right once there are enough. */
function paintColumns(canvas: HTMLCanvasElement, columns: readonly number[]): void {
  const context = canvas.getContext('2d')!;
  const { width, height } = canvas;
  context.clearRect(0, 0, width, height);
  context.fillStyle = getComputedStyle(canvas).getPropertyValue('--wave');
  const most = IN_VIEW * COLUMNS_PER_SECOND;
  const step = width / most;
  columns.slice(-most).forEach((value, at) => {
    const tall = Math.max(1, value * height);
    context.fillRect(at * step, (height - tall) / 2, Math.max(1, step), tall);
  });
}
