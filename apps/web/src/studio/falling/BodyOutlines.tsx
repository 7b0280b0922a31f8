import { useEffect, useState } from 'react';
import type { BodyOutline, Player } from '@cruvo/core/program';
import { frameAt, frameMiddle, toFlicks } from '@cruvo/core/time';
import { followPlayhead } from '../playback/followPlayhead';
import type { CanvasBox } from '../stage/useCanvasBox';
import { useOpenScene, useProgram, useScene } from '../SceneContext';

/** The shapes that meet each other, over what they belong to, while a body is worked on. */
export function BodyOutlines({ box, player }: { box: CanvasBox; player: Player }) {
  const { transport } = useOpenScene();
  const program = useProgram();
  const chosen = useScene(({ body }) => body);
  const [shown, setShown] = useState<readonly BodyOutline[]>([]);
  const { stage, frameRate } = program.scene;
  useEffect(() => {
    if (chosen === null) return;
    return followPlayhead(transport, (seconds) => {
      player.swap(program);
      const time = frameMiddle(frameAt(toFlicks(seconds), frameRate), frameRate);
      // What has yet to be worked out is shown when the picture is.
      if (player.missingSteps(time) < 60) setShown(player.bodyShapesAt(time));
    });
  }, [chosen, transport, program, player, frameRate]);
  if (chosen === null || !program.scene.bodies[chosen]) return null;
  return (
    <svg
      className="stage-handles body-outlines"
      viewBox={`0 0 ${stage.width} ${stage.height}`}
      style={{ width: box.cssWidth, height: box.cssHeight }}
      aria-hidden
    >
      {shown.map(({ body, rings }) => (
        <path
          key={body.id}
          className={body.id === chosen ? 'chosen' : ''}
          strokeWidth={(1.5 * stage.width) / Math.max(1, box.cssWidth)}
          d={rings.map((ring) => `M${ring.map(({ x, y }) => `${x} ${y}`).join('L')}Z`).join('')}
        />
      ))}
    </svg>
  );
}
