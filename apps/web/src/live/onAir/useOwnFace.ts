import { useCallback, useEffect, useRef } from 'react';
import type { ControlOverrides } from '@cruvo/core/controls';
import { faceLinksOf } from '@cruvo/core/face';
import type { LivePageSettings } from '@cruvo/core/live';
import { overridesOf, type Program } from '@cruvo/core/program';
import { camera } from '../../studio/perform/face/camera';
import { FaceSession } from '../../studio/perform/face/faceSession';
import { movedByFace, useFaceSettings } from '../../studio/perform/face/useFaceFeed';

/** How long to wait before a camera is asked for again that was refused or went, ms. */
const AGAIN_MS = 1500;

/**
 * The camera of a page that is driven by its own: it moves whoever is seen alone, or else the first of the cast.
 *
 * @returns tells what the face moves just now
 */
export function useOwnFace(program: Program, { driver, only }: LivePageSettings) {
  const moved = useRef<{ readonly member: string; readonly values: ControlOverrides } | null>(null);
  useEffect(() => {
    const own = program.members.find(({ member }) => only === null || member.id === only);
    if (driver !== 'face' || !own) return;
    const links = faceLinksOf(own.character);
    const session = new FaceSession((values) => {
      const now = new Map(movedByFace(own.controls, links, values));
      moved.current = { member: own.member.id, values: overridesOf(own.controls, now) };
    }, useFaceSettings.getState().settings);
    const look = () => {
      if (session.state.getState().status === 'off') void session.use(camera(null));
    };
    look();
    const again = setInterval(look, AGAIN_MS);
    return () => {
      clearInterval(again);
      void session.use(null);
      moved.current = null;
    };
  }, [program, driver, only]);
  return useCallback(() => moved.current, []);
}
