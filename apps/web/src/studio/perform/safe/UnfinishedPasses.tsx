import { useQuery } from '@tanstack/react-query';
import { recoveredPass } from '@cruvo/core/passes';
import { movedBy, placeOfTarget, Player } from '@cruvo/core/program';
import { toFlicks } from '@cruvo/core/time';
import { UnfinishedList } from '../../../shell/UnfinishedList';
import { when } from '../../../shell/when';
import { useOpenScene, useProgram } from '../../SceneContext';
import { useMemberNames } from '../../scene/MemberSelect';
import type { Pass } from '../performing';
import type { UnfinishedPass } from './passSafe';

/** Passes that were never finished, since the browser or the machine stopped: to be laid down, or thrown away. */
export function UnfinishedPasses({ add }: { add: (pass: Pass) => Promise<void> }) {
  const { id, passSafe } = useOpenScene();
  const program = useProgram();
  const nameOf = useMemberNames();
  const { data = [], refetch } = useQuery({
    queryKey: ['passes', id],
    queryFn: () => passSafe.unfinished(),
    staleTime: 0,
    gcTime: 0,
  });
  const known = data.filter(({ member }) => movedBy(program, member));
  const layDown = (one: UnfinishedPass) => {
    const { member, from, pieces } = one;
    const { controls } = movedBy(program, member)!;
    const player = new Player(program);
    const { recording, cues } = recoveredPass(pieces, (target, time) => {
      const place = placeOfTarget(controls, target);
      return place ? player.valuesAt(member, toFlicks(from + time))![place.slot]! : 0;
    });
    return add({ id: one.id, member, from, recording, cues, complete: false });
  };
  const items = known.map(({ id: pass, member, begunAt, pieces }) => {
    const seconds = pieces.at(-1)!.duration.toFixed(1);
    return {
      id: pass,
      said: `A pass of ${nameOf(member)} of ${when(begunAt)} was never finished: ${seconds} s are safe.`,
    };
  });
  return (
    <UnfinishedList
      items={items}
      keep="Lay it down"
      onKeep={(pass) => layDown(known.find((one) => one.id === pass)!)}
      onThrowAway={(pass) => passSafe.forget(pass)}
      onEnded={refetch}
    />
  );
}
