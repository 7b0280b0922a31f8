import type { FrameItem } from '@cruvo/core/frame';
import {
  emitterOf,
  paintedSwarm,
  PARTICLE_RATE,
  ParticleRun,
  type ParticlePreset,
} from '@cruvo/core/particles';
import { gravityOn, USUAL_PHYSICS, windOn } from '@cruvo/core/scene';

/** A stage so small that single particles are seen. */
export const PICTURE_STAGE = { x: 0, y: 0, width: 240, height: 150 };
const SEED = 11;
/** How much larger things are than they would be on so small a stage. */
const LARGER = 2.4;
/** How long after a burst it is pictured, seconds. */
const AFTER_BURST = 0.55;

const pictures = new Map<ParticlePreset, readonly FrameItem[]>();

/** What a preset looks like: some of it in the air. */
export function pictureOf(preset: ParticlePreset): readonly FrameItem[] {
  const known = pictures.get(preset);
  if (known) return known;
  const made = { ...emitterOf(preset, PICTURE_STAGE, SEED), id: preset, order: 'a' };
  const { size } = made.style;
  const few = { rate: made.rate / LARGER, burst: Math.ceil(made.burst / LARGER) };
  const emitter = {
    ...{ ...made, ...few },
    style: { ...made.style, size: { ...size, mean: size.mean * LARGER } },
  };
  const { source } = emitter;
  const inputs = (step: number) => ({
    ...{ amount: 1, burst: step >= 0, wind: windOn(PICTURE_STAGE, 0) },
    place: (across: number) =>
      source.kind === 'line'
        ? {
            x: source.from.x + across * (source.to.x - source.from.x),
            y: source.from.y + across * (source.to.y - source.from.y),
          }
        : { x: PICTURE_STAGE.width / 2, y: PICTURE_STAGE.height },
  });
  const run = new ParticleRun(emitter, {
    ...PICTURE_STAGE,
    ...{ edges: USUAL_PHYSICS.edges, settled: true, inputsAt: inputs },
    obstaclesAt: () => null,
    gravity: gravityOn(PICTURE_STAGE, USUAL_PHYSICS.gravity),
  });
  run.seek(Math.round(AFTER_BURST * PARTICLE_RATE));
  const items = paintedSwarm(emitter, run.swarm, 0);
  pictures.set(preset, items);
  return items;
}
