import {
  EASINGS,
  emptyTrack,
  trackOf,
  withKey,
  withKeyChanged,
  withoutKey,
  withTrack,
  type KeyTrack,
} from '../keys';
import { clamp } from '../numbers';
import {
  FASTEST,
  MOST_EMITTERS,
  MOST_TURBULENCE,
  PARTICLE_RATE,
  SIZES,
  type Emitter,
  type Varied,
} from '../particles';
import type { Point } from '../geometry';
import { inOrder, inTable, withoutRecord, type Records } from '../records';
import { FLICKS_PER_SECOND, type Flicks } from '../time';
import { STAGE, type Scene } from './scene';
import { amountControlId, burstControlId } from './stageControls';

/** How long what makes an emitter burst stays on: for one step of particles. */
const BURST_LENGTH: Flicks = FLICKS_PER_SECOND / PARTICLE_RATE;

/** A table of emitters with one more in front of the others; a full one stays as it is. */
export function withEmitter(
  emitters: Records<Emitter>,
  id: string,
  emitter: Omit<Emitter, 'id' | 'order'>,
): Records<Emitter> {
  const all = inOrder(emitters);
  if (all.length >= MOST_EMITTERS) return emitters;
  const names = new Set(all.map(({ name }) => name));
  let name = emitter.name;
  for (let number = 2; names.has(name); number++) name = `${emitter.name} ${number}`;
  return inTable<Emitter>([...all, { ...emitter, id, name }]);
}

/** A scene with a burst of an emitter laid down at a time: keys of what makes it burst. @param track an id, where it has none yet */
export function withBurst(scene: Scene, emitter: string, time: Flicks, track: string): Scene {
  const control = burstControlId(emitter);
  const known = trackOf(scene.keys, STAGE, control) ?? {
    ...emptyTrack(track, STAGE, control),
    // It begins at its key, not softly before it.
    soft: 0,
  };
  const held = (at: Flicks, value: number, before: KeyTrack) =>
    withKeyChanged(withKey(before, at, value), at, { easing: EASINGS.held });
  return {
    ...scene,
    keys: withTrack(scene.keys, held(time + BURST_LENGTH, 0, held(time, 1, known))),
  };
}

/** A scene without the burst of an emitter that begins at a time. */
export function withoutBurst(scene: Scene, emitter: string, time: Flicks): Scene {
  const track = trackOf(scene.keys, STAGE, burstControlId(emitter));
  if (!track) return scene;
  const left = withoutKey(withoutKey(track, time), time + BURST_LENGTH);
  const keys =
    left.keys.length > 0 ? withTrack(scene.keys, left) : withoutRecord(scene.keys, track.id);
  return { ...scene, keys };
}

/** When an emitter bursts by keys. */
export function burstsOf({ keys }: Pick<Scene, 'keys'>, emitter: string): readonly Flicks[] {
  const track = trackOf(keys, STAGE, burstControlId(emitter));
  return track ? track.keys.filter(({ value }) => value > 0.5).map(({ time }) => time) : [];
}

/** A scene without an emitter, and without the keys of its controls. */
export function withoutEmitter(scene: Scene, id: string): Scene {
  const own = [amountControlId(id), burstControlId(id)];
  const keys = Object.values(scene.keys)
    .filter(({ member, control }) => member === STAGE && own.includes(control))
    .reduce((table, track) => withoutRecord(table, track.id), scene.keys);
  return { ...scene, keys, emitters: withoutRecord(scene.emitters, id) };
}

/** A scene without the emitters that a cast member carries. */
export function withoutEmittersOf(scene: Scene, member: string): Scene {
  return Object.values(scene.emitters)
    .filter(({ source }) => source.kind === 'part' && source.member === member)
    .reduce((left, { id }) => withoutEmitter(left, id), scene);
}

/** Emitters on a stage of another size: at the same shares of it, and larger and faster with its shorter side. */
export function onResizedStage(
  emitters: Records<Emitter>,
  from: StageSize,
  to: StageSize,
): Records<Emitter> {
  const factor = Math.min(to.width, to.height) / Math.min(from.width, from.height);
  const [across, down] = [to.width / from.width, to.height / from.height];
  const moved = ({ x, y }: Point): Point => ({ x: x * across, y: y * down });
  const scaled = ({ mean, spread }: Varied, least: number, most: number): Varied => {
    return { mean: clamp(mean * factor, least, most), spread };
  };
  const resized = (emitter: Emitter): Emitter => {
    const { source, style } = emitter;
    return {
      ...emitter,
      source:
        source.kind === 'part'
          ? source
          : source.kind === 'point'
            ? { ...source, at: moved(source.at) }
            : { ...source, from: moved(source.from), to: moved(source.to) },
      style: {
        ...style,
        size: scaled(style.size, SIZES.least, SIZES.most),
        speed: scaled(style.speed, 0, FASTEST),
        turbulence: Math.min(MOST_TURBULENCE, style.turbulence * factor),
      },
    };
  };
  return Object.fromEntries(Object.entries(emitters).map(([id, one]) => [id, resized(one)]));
}

type StageSize = Pick<Scene['stage'], 'width' | 'height'>;
