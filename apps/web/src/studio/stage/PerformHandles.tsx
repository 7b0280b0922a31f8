import { useRef, type PointerEvent } from 'react';
import { useStore } from 'zustand';
import { takeHold, type Player } from '@cruvo/core/program';
import { frameAt, frameMiddle, toFlicks } from '@cruvo/core/time';
import { partAt } from '../../character/stage/partAt';
import { lateBy } from '../perform/lateness';
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
  /** What each finger holds, or the mouse. */
  const held = useRef(new Map<number, Held>());
  const begin = (event: PointerEvent<SVGSVGElement>) => {
    const grip = event.button === 0 ? hold([event.clientX, event.clientY]) : null;
    if (!grip) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current.set(event.pointerId, grip);
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const grip = held.current.get(event.pointerId);
    if (!grip || !own) return;
    const moved = grip.bring(pointIn(own, [event.clientX, event.clientY]));
    for (const { control } of moved) grip.targets.add(control);
    performing.moveAll(
      moved.map(({ control, value }) => [control, value]),
      lateBy(event.timeStamp),
    );
  };
  const end = ({ pointerId }: PointerEvent<SVGSVGElement>) => {
    const grip = held.current.get(pointerId);
    held.current.delete(pointerId);
    if (grip) performing.letGo([...grip.targets]);
  };
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
        onPointerDown={begin}
        onPointerMove={move}
        onPointerUp={end}
        onPointerCancel={end}
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
