import { withRecord } from '../records';
import { frameCount, frameStart, type Flicks, type FrameRateName } from '../time';
import { castOf } from './cast';
import { endOf } from './line';
import { linesOf, LONGEST_SCENE, type Scene } from './scene';
import { linksOnResizedStage } from './bodyEdits';
import { onResizedStage } from './emitterEdits';

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * A scene on a stage of another size or shape. Everybody stands at the same share of its width, and is larger or smaller
 * with its shorter side, also the distance from the lower edge; going back brings back what was before.
 */
export function withStageSize(scene: Scene, size: Size): Scene {
  const { stage, backdrop } = scene;
  const factor = shorterSide(size) / shorterSide(stage);
  const across = (x: number) => (x / stage.width) * size.width;
  const cast = castOf(scene).reduce(
    (table, { id }) =>
      withRecord(table, id, (member) => ({
        ...member,
        x: across(member.x),
        y: size.height + factor * (member.y - stage.height),
        scale: factor * member.scale,
      })),
    scene.cast,
  );
  return {
    ...scene,
    stage: { ...stage, width: size.width, height: size.height },
    cast,
    emitters: onResizedStage(scene.emitters, stage, size),
    links: linksOnResizedStage(scene.links, stage, size),
    backdrop: backdrop && {
      ...backdrop,
      x: across(backdrop.x),
      y: (backdrop.y / stage.height) * size.height,
      scale: factor * backdrop.scale,
    },
  };
}

const shorterSide = ({ width, height }: Size) => Math.min(width, height);

/** The shortest that a scene can be without losing what is said in it; whole frames, one at least. */
export function shortestLength(scene: Pick<Scene, 'lines' | 'frameRate'>): Flicks {
  const end = Math.max(1, ...linesOf(scene).map(endOf));
  return frameStart(frameCount(end, scene.frameRate), scene.frameRate);
}

/** A scene of another length, in whole frames: no shorter than what is said in it, and no longer than a scene can be. */
export function withLength(scene: Scene, wanted: Flicks): Scene {
  const { frameRate } = scene;
  const most = frameStart(frameCount(LONGEST_SCENE, frameRate) - 1, frameRate);
  const whole = frameStart(frameCount(Math.max(1, Math.min(wanted, most)), frameRate), frameRate);
  return { ...scene, length: Math.max(whole, shortestLength(scene)) };
}

/** A scene at another frame rate. Nothing that is timed moves; its length goes up to whole frames. */
export function withFrameRate(scene: Scene, frameRate: FrameRateName): Scene {
  return withLength({ ...scene, frameRate }, scene.length);
}
