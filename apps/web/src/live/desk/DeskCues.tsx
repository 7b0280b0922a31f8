import { useEffect, useMemo } from 'react';
import { Link } from 'react-router';
import { cuesOf } from '@cruvo/core/cues';
import type { MemberProgram } from '@cruvo/core/program';
import { memberName } from '@cruvo/core/timing';
import { CueGrid } from '../../studio/perform/cues/CueGrid';
import { useCueKeys } from '../../studio/perform/cues/useCueKeys';
import { useDesk } from './DeskContext';
import type { LiveMember } from './liveDesk';

/** The cues of one of the cast: by their keys, by these buttons, or by a board in a window of its own. */
export function DeskCues({ own, member }: { own: MemberProgram; member: LiveMember }) {
  const { id, images } = useDesk();
  const { character } = own;
  const cues = useMemo(() => cuesOf(character), [character]);
  const live = member.cues;
  useCueKeys(cues, live, nowhere);
  useEffect(() => () => live.releaseAll(), [live]);
  if (cues.length === 0) {
    return (
      <p className="quiet small">
        {character.name} has no cue yet: a wink, a wave, a lamp that goes on. They are made under{' '}
        <Link to={`/scenes/${id}`}>Perform</Link> in the scene.
      </p>
    );
  }
  return (
    <CueGrid scene={id} who={memberName(own)} {...{ cues, live, own, character, images }}>
      {({ name }) => <span className="cue-name">{name}</span>}
    </CueGrid>
  );
}

/** There is no timeline on which a cue could be laid down. */
const nowhere = () => undefined;
