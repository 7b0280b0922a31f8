import { useDrag } from '@use-gesture/react';
import { useState } from 'react';
import {
  labelOfTarget,
  takeHold,
  type MemberProgram,
  type Player,
  type PosedControl,
} from '@cruvo/core/program';
import type { Scene } from '@cruvo/core/scene';
import { frameAt, frameMiddle, frameStart, toFlicks, type Flicks } from '@cruvo/core/time';
import { partAt } from '../../character/stage/partAt';
import { useFocus, useOpenScene, useProgram } from '../SceneContext';
import { withPoseKeyed } from './poseKeys';
import type { CanvasBox } from './useCanvasBox';
import { usePointOnStage } from './usePointOnStage';

/** What the pointer holds: a point of a member's part, as everything was when it was taken hold of. */
interface Held {
  readonly own: MemberProgram;
  readonly bring: ReturnType<typeof takeHold>;
  readonly time: Flicks;
  readonly before: Scene;
  /** Ids of tracks that it begins, by their controls. */
  readonly ids: Map<string, string>;
}

/** Poses who is worked on: a part that is dragged sets keys at the playhead of the controls that move it. */
export function PoseHandles({ box, player }: { box: CanvasBox; player: Player }) {
  const { images, store, transport } = useOpenScene();
  const program = useProgram();
  const { member } = useFocus();
  const [posed, setPosed] = useState<readonly PosedControl[] | null>(null);
  const { stage, frameRate } = program.scene;
  const worked = program.members.find((one) => one.member.id === member);
  const { overlay, pointIn } = usePointOnStage(stage.width, box);

  const hold = (at: readonly [number, number]): Held | null => {
    if (transport.state.getState().playing) transport.toggle();
    const frame = frameAt(toFlicks(transport.time()), frameRate);
    const poseOfMember = ({ member: { id } }: MemberProgram) =>
      player.poseAt(id, frameMiddle(frame, frameRate));
    const partOf = (one: MemberProgram) =>
      partAt(one.character, poseOfMember(one), images, pointIn(one, at));
    const part = worked && !worked.member.hidden ? partOf(worked) : null;
    if (!worked || part === null) {
      const other = program.members.findLast(
        (one) => one !== worked && !one.member.hidden && partOf(one) !== null,
      );
      if (other) store.getState().chooseMember(other.member.id);
      return null;
    }
    const time = frameStart(frame, frameRate);
    const values = player.valuesAt(worked.member.id, time)!.slice();
    const { scene } = store.getState();
    store.history.begin();
    const bring = takeHold(worked, values, { part, point: pointIn(worked, at) });
    return { own: worked, bring, time, before: scene, ids: new Map() };
  };

  const drag = useDrag(
    ({ xy, initial, first, last, cancel, memo }) => {
      const held = first ? hold(initial) : (memo as Held | null);
      if (!held) return cancel();
      const { own, bring, time, before, ids } = held;
      const idFor = (control: string) => {
        const id = ids.get(control) ?? crypto.randomUUID();
        ids.set(control, id);
        return id;
      };
      const set = bring(pointIn(own, xy));
      setPosed(last ? null : set);
      store.getState().edit(() => withPoseKeyed(before, own, set, time, idFor));
      if (last) store.history.end();
      return held;
    },
    { pointer: { keys: false } },
  );

  const name = worked ? (worked.member.name ?? worked.character.name) : 'Nobody';
  return (
    <>
      <svg
        ref={overlay}
        className="stage-handles posing"
        viewBox={`0 0 ${stage.width} ${stage.height}`}
        style={{ width: box.cssWidth, height: box.cssHeight }}
        aria-label={`Drag parts of ${name} to pose them at the playhead`}
        {...drag()}
      />
      <span className="readout posing figures" role="status">
        {posed === null
          ? `Posing ${name}: drag a part. P ends it.`
          : inWords(posed, worked) || 'No control moves this part.'}
      </span>
    </>
  );
}

function inWords(posed: readonly PosedControl[], worked: MemberProgram | undefined): string {
  return posed
    .map(({ control, value }) =>
      worked ? `${labelOfTarget(worked.controls, control)} ${value.toFixed(2)}` : '',
    )
    .join(' · ');
}
