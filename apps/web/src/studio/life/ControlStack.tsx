import { movementsOf } from '@cruvo/core/controls';
import type { MemberProgram } from '@cruvo/core/program';
import type { Flicks } from '@cruvo/core/time';

/** What moves a control just now, from its rest up, each with what it adds. */
export function ControlStack({
  program: { controls, sources },
  slot,
  time,
}: {
  program: MemberProgram;
  slot: number;
  time: Flicks;
}) {
  const movements = movementsOf(controls, sources, slot, time).toReversed();
  const moved = ({ from, to }: (typeof movements)[number]) => {
    const by = to - from;
    return `${by >= 0 ? '+' : '−'}${Math.abs(by).toFixed(2)}`;
  };
  return (
    <ul className="control-stack" aria-label="What moves it">
      {movements.map((movement, at) => (
        <li key={at} className={movement.source.muted ? 'muted' : undefined}>
          <span className="text-truncate">{movement.source.name}</span>
          <span className="figures">{movement.source.muted ? 'muted' : moved(movement)}</span>
        </li>
      ))}
      <li>
        <span>At rest</span>
        <span className="figures">{controls.rest[slot]!.toFixed(2)}</span>
      </li>
    </ul>
  );
}
