import { isInScene, withMoverMuted } from '@cruvo/core/scene';
import type { ControlOrigin } from '@cruvo/core/controls';
import type { MoverRow } from '@cruvo/core/program';
import { MuteButton } from '../life/MuteButton';
import { useOpenScene, useScene } from '../SceneContext';
import type { MoverStrip, TimelineRow } from './rows';

/** The names of what moves a member, beside their rows; each can be muted. */
export function MoverHeads({ row }: { row: Pick<TimelineRow, 'top' | 'movers'> }) {
  return row.movers.map((strip) => (
    <MoverHead key={strip.mover.id} strip={strip} top={strip.top - row.top} />
  ));
}

function MoverHead({ strip: { mover, height }, top }: { strip: MoverStrip; top: number }) {
  const { store } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const state = stateOf(mover);
  return (
    <div className="mover-head" style={{ top, height }}>
      <span className="text-truncate" title={mover.name}>
        {mover.name}
      </span>
      {state && isInScene(scene, state.origin) && (
        <MuteButton
          name={mover.name}
          muted={state.muted}
          onChange={(muted) =>
            store.getState().edit((now) => withMoverMuted(now, state.origin, muted))
          }
        />
      )}
    </div>
  );
}

/** What is muted, and whether it is; null for moves, takes and cues, of which there are several in a row. */
function stateOf(mover: MoverRow): { origin: ControlOrigin; muted: boolean } | null {
  if (mover.kind === 'moves' || mover.kind === 'takes' || mover.kind === 'cues') return null;
  const { muted } = mover.kind === 'keys' ? mover.track : mover.program.reaction;
  return { origin: { kind: mover.kind, id: mover.id }, muted };
}
