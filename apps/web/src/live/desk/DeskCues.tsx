import { useEffect, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { useStore } from 'zustand';
import { cuesOf } from '@cruvo/core/cues';
import type { MemberProgram } from '@cruvo/core/program';
import { memberName } from '@cruvo/core/timing';
import { CuePicture } from '../../studio/perform/cues/CuePicture';
import { useBoard } from '../../studio/perform/cues/useBoard';
import { useCueKeys } from '../../studio/perform/cues/useCueKeys';
import { useDesk } from './DeskContext';
import type { LiveMember } from './liveDesk';

/** The cues of one of the cast: by their keys, by these buttons, or by a board in a window of its own. */
export function DeskCues({ own, member }: { own: MemberProgram; member: LiveMember }) {
  const { id, images } = useDesk();
  const { character } = own;
  const cues = useMemo(() => cuesOf(character), [character]);
  const live = member.cues;
  const active = useStore(live.state, (state) => state.active);
  const board = useRef<HTMLDivElement>(null);
  useCueKeys(cues, live, nowhere);
  useBoard(id, memberName(own), cues, live, (cue) => {
    const shown = [...(board.current?.children ?? [])] as HTMLElement[];
    const canvas = shown.find(({ dataset }) => dataset['cue'] === cue)?.querySelector('canvas');
    return canvas?.toDataURL() ?? '';
  });
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
    <>
      <div className="cue-board" ref={board}>
        {cues.map((cue) => (
          <div key={cue.id} data-cue={cue.id} className={active.has(cue.id) ? 'cue on' : 'cue'}>
            <button
              type="button"
              className="cue-button"
              aria-label={`Fire ${cue.name}`}
              aria-pressed={active.has(cue.id)}
              onPointerDown={() => live.press(cue)}
              onPointerUp={() => live.release(cue.id)}
              onPointerLeave={() => live.release(cue.id)}
            >
              <CuePicture {...{ cue, own, character, images }} />
              {cue.key && <kbd>{cue.key.toUpperCase()}</kbd>}
            </button>
            <span className="cue-name">{cue.name}</span>
          </div>
        ))}
      </div>
      <a className="small" href={`/scenes/${id}/cues`} target={`cues ${id}`}>
        Large buttons in a window of their own
      </a>
    </>
  );
}

/** There is no timeline on which a cue could be laid down. */
const nowhere = () => undefined;
