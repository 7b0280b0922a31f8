import { Eye, EyeOff, Focus } from 'lucide-react';
import { movementsOf, type Movement } from '@cruvo/core/controls';
import type { MovedProgram } from '@cruvo/core/program';
import { isInScene, withMoverAlone, withMoverMuted } from '@cruvo/core/scene';
import type { Flicks } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene, useScene } from '../SceneContext';

/** What moves a control just now, from its rest up, each with what it adds; each can be muted, or seen alone. */
export function ControlStack({
  program: { controls, sources },
  slot,
  time,
}: {
  program: MovedProgram;
  slot: number;
  time: Flicks;
}) {
  const { store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const { edit } = store.getState();
  const movements = movementsOf(controls, sources, slot, time).toReversed();
  const all = movements.flatMap(({ source: { origin, muted } }) =>
    origin && isInScene(scene, origin) ? [{ ...origin, muted }] : [],
  );
  return (
    <ul className="control-stack" aria-label="What moves it">
      {movements.map((movement, at) => {
        const { name, muted, origin } = movement.source;
        return (
          <li key={at} className={muted ? 'muted' : undefined}>
            <span className="name text-truncate">{name}</span>
            <span className="figures">{muted ? 'muted' : addedBy(movement)}</span>
            {origin && isInScene(scene, origin) && (
              <>
                <IconButton
                  icon={muted ? EyeOff : Eye}
                  label={muted ? `Let ${name} move it` : `Keep ${name} from moving it`}
                  pressed={muted}
                  onClick={() => edit((now) => withMoverMuted(now, origin, !muted))}
                />
                <IconButton
                  icon={Focus}
                  label={`Let only ${name} move it, or all`}
                  disabled={all.length < 2}
                  onClick={() => edit((now) => withMoverAlone(now, all, origin))}
                />
              </>
            )}
          </li>
        );
      })}
      <li>
        <span className="name">At rest</span>
        <span className="figures">{controls.rest[slot]!.toFixed(2)}</span>
      </li>
    </ul>
  );
}

function addedBy({ from, to }: Movement): string {
  const by = to - from;
  return `${by >= 0 ? '+' : '−'}${Math.abs(by).toFixed(2)}`;
}
