import { useDrag } from '@use-gesture/react';
import { useStore } from 'zustand';
import { takeHold, type Player } from '@cruvo/core/program';
import { frameAt, frameMiddle, toFlicks } from '@cruvo/core/time';
import { partAt } from '../../character/stage/partAt';
import { useOpenScene, useProgram } from '../SceneContext';
import { useMemberNames } from '../scene/MemberSelect';
import type { CanvasBox } from './useCanvasBox';
import { usePointOnStage } from './usePointOnStage';

interface Held {
  readonly bring: ReturnType<typeof takeHold>;
  /** What it has moved so far. */
  readonly targets: Set<string>;
}

/** Performs a character: a part that is dragged moves the controls that move it, until it is let go. */
export function PerformHandles({ box, player }: { box: CanvasBox; player: Player }) {
  const { images, transport, performing } = useOpenScene();
  const program = useProgram();
  const member = useStore(performing.state, (state) => state.member);
  const phase = useStore(performing.state, (state) => state.phase);
  const hint = useStore(performing.state, (state) => state.hint);
  const own = program.members.find((one) => one.member.id === member);
  const { stage, frameRate } = program.scene;
  const { overlay, pointIn } = usePointOnStage(stage.width, box);

  const hold = (at: readonly [number, number]): Held | null => {
    if (!own || own.member.hidden) return null;
    const { id } = own.member;
    const time = frameMiddle(frameAt(toFlicks(transport.time()), frameRate), frameRate);
    const live = performing.live(own);
    const point = pointIn(own, at);
    const part = partAt(own.character, player.poseAt(id, time, live), images, point);
    if (part === null) return null;
    const values = player.valuesAt(id, time, live)!.slice();
    return { bring: takeHold(own, values, { part, point }), targets: new Set() };
  };
  const drag = useDrag(
    ({ xy, initial, first, last, cancel, memo }) => {
      const held = first ? hold(initial) : (memo as Held | null);
      if (!held || !own) return cancel();
      for (const { control, value } of held.bring(pointIn(own, xy))) {
        held.targets.add(control);
        performing.move(control, value);
      }
      if (last) performing.letGo([...held.targets]);
      return held;
    },
    { pointer: { keys: false } },
  );
  const nameOf = useMemberNames();
  const name = member === null ? 'nobody' : nameOf(member);
  return (
    <>
      <svg
        ref={overlay}
        className="stage-handles posing"
        viewBox={`0 0 ${stage.width} ${stage.height}`}
        style={{ width: box.cssWidth, height: box.cssHeight }}
        aria-label={`Drag parts of ${name} to perform`}
        {...drag()}
      />
      <span
        className={phase === 'recording' ? 'readout posing recording' : 'readout posing'}
        role="status"
      >
        {phase === 'idle' && `Performing ${name}: ${hint}`}
        {phase === 'counting' && `Get ready: ${name}`}
        {phase === 'recording' && `Recording ${name}`}
      </span>
    </>
  );
}
