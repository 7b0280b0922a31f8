import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { recoveredPass } from '@cruvo/core/passes';
import { movedBy, placeOfTarget, Player } from '@cruvo/core/program';
import { sentenceOf } from '@cruvo/core/problem';
import { toFlicks } from '@cruvo/core/time';
import { when } from '../../../shell/when';
import { useOpenScene, useProgram } from '../../SceneContext';
import type { Pass } from '../performing';
import { useMemberNames } from '../../scene/MemberSelect';
import type { UnfinishedPass } from './passSafe';

/** Passes that were never finished, since the browser or the machine stopped: to be laid down, or thrown away. */
export function UnfinishedPasses({ add }: { add: (pass: Pass) => Promise<void> }) {
  const { id, passSafe } = useOpenScene();
  const program = useProgram();
  const nameOf = useMemberNames();
  const [problem, setProblem] = useState<string | null>(null);
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
  const end = async (one: UnfinishedPass, keep: boolean) => {
    setProblem(null);
    try {
      await (keep ? layDown(one) : passSafe.forget(one.id));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
    await refetch();
  };
  if (known.length === 0 && problem === null) return null;
  return (
    <div className="unfinished small" role="alert">
      {known.map((one) => (
        <div key={one.id} className="d-flex align-items-center gap-2">
          <span className="flex-fill">
            A pass of {nameOf(one.member)} of {when(one.begunAt)} was never finished:{' '}
            {one.pieces.at(-1)!.duration.toFixed(1)} s are safe.
          </span>
          <Button size="sm" variant="outline-secondary" onClick={() => void end(one, true)}>
            Lay it down
          </Button>
          <Button size="sm" variant="quiet" onClick={() => void end(one, false)}>
            Throw away
          </Button>
        </div>
      ))}
      {problem}
    </div>
  );
}
