import type { BlendMode } from '../frame';
import { multiply, type Matrix } from '../geometry';
import type { VectorAnimation } from './animation';
import {
  boxOf,
  changesOf,
  type AnimatedLayer,
  type DrawingLayer,
  type GroupLayer,
  type OutlinesLayer,
  type PicturesLayer,
} from './layers';
import { beziersOf, shapeGroup, transformOf, type Json } from './lottieShapes';

/** The version of the format that is written (Lottie 1.0 by the Lottie Animation Community). */
const VERSION = '5.7.0';

const BLENDS: Readonly<Record<BlendMode, number>> = {
  ...{ normal: 0, multiply: 1, screen: 2, overlay: 3, darken: 4, lighten: 5, 'color-dodge': 6 },
  ...{ 'color-burn': 7, 'hard-light': 8, 'soft-light': 9, difference: 10, exclusion: 11, hue: 12 },
  ...{ saturation: 13, color: 14, luminosity: 15, lighter: 16, 'linear-burn': 1 },
};

const STILL = { a: 0, k: 100 } as const;

/** An animation as Lottie: where things are is baked for each frame, and what stands still is written once. */
export function lottie(animation: VectorAnimation): Json {
  return new LottieWriter(animation).write();
}

class LottieWriter {
  private readonly assets: Json[] = [];
  private readonly images = new Map<string, string>();
  private names = 0;

  constructor(private readonly animation: VectorAnimation) {}

  write(): Json {
    const { name, width, height, stage, background, rate, count, layers } = this.animation;
    const all = this.layers(layers);
    const scale = { x: (100 * width) / stage.width, y: (100 * height) / stage.height };
    const scaled = { ...transformOf([1, 0, 0, 1, 0, 0]), s: { a: 0, k: [scale.x, scale.y, 100] } };
    const whole = {
      ...this.common('Stage', scaled),
      ...{ ty: 0, refId: this.composition(all), w: stage.width, h: stage.height },
    };
    const behind = { ty: 1, sc: background, sw: stage.width, sh: stage.height };
    return {
      ...{ v: VERSION, nm: name, fr: rate, ip: 0, op: count, w: width, h: height, ddd: 0 },
      assets: this.assets,
      layers: numbered([
        whole,
        ...(background ? [{ ...this.common('Background', scaled), ...behind }] : []),
      ]),
    };
  }

  /** Layers with the front one first, as the format has it. */
  private layers(layers: readonly AnimatedLayer[]): Json[] {
    return layers.flatMap((layer) => this.layer(layer)).reverse();
  }

  /** Back to front. */
  private layer(layer: AnimatedLayer): Json[] {
    if (layer.kind === 'drawing') return this.drawing(layer);
    if (layer.kind === 'outlines') return this.outlines(layer);
    return layer.kind === 'group' ? this.group(layer) : this.pictures(layer);
  }

  private drawing({ media, width, height, states }: DrawingLayer): Json[] {
    const picture = this.animation.pictures.get(media);
    if (!picture) return [];
    const own = picture.kind === 'vector' ? boxOf(picture.drawing, width) : null;
    const place = this.place(
      states.map((state) => state && (own ? multiply(state.matrix, own) : state.matrix)),
    );
    return place.map(({ from, to, transform }) => {
      const common = { ...this.common(media.slice(0, 8), transform), ip: from, op: to };
      if (picture.kind === 'vector') {
        return {
          ...common,
          ty: 4,
          shapes: picture.drawing.shapes
            .map((shape) => shapeGroup(shape, { a: 0, k: beziersOf(shape.path) }))
            .reverse(),
        };
      }
      return { ...common, ty: 2, refId: this.image(media, picture.href, width, height) };
    });
  }

  private outlines({ styles, states }: OutlinesLayer): Json[] {
    return this.place(states.map((state) => state?.matrix)).map(({ from, to, transform }) => ({
      ...this.common('Outlines', transform),
      ...{ ty: 4, ip: from, op: to },
      shapes: styles
        .map((style, at) => {
          const own = states.slice(from, to).map((state) => state?.paths[at]);
          const changes = changesOf(own, to - from, (one, other) => one === other);
          const most = Math.max(...changes.map(({ state }) => beziersOf(state ?? '').length));
          return shapeGroup(
            { ...style, stroke: style.stroke && { ...style.stroke, transform: null } },
            {
              a: 1,
              k: changes.map(({ frame, state }) => ({
                frame: frame + from,
                beziers: filled(beziersOf(state ?? ''), most),
              })),
            },
          );
        })
        .reverse(),
    }));
  }

  private pictures({ states }: PicturesLayer): Json[] {
    const { count, baked } = this.animation;
    const changes = changesOf(
      states,
      count,
      (one, other) => one.item.version === other.item.version,
    );
    return changes.flatMap(({ frame, state }, at) => {
      if (!state) return [];
      const { x, y, width, height } = state.box;
      const href = baked.get(state.item.version) ?? '';
      const refId = this.image(`bent ${state.item.version}`, href, width, height);
      const common = this.common('Bent', transformOf([1, 0, 0, 1, x, y]));
      return [{ ...common, ty: 2, refId, ip: frame, op: changes[at + 1]?.frame ?? count }];
    });
  }

  /** A group, and before it what masks it. */
  private group({ blend, layers, mask, states }: GroupLayer): Json[] {
    const { count, stage } = this.animation;
    const size = { w: stage.width, h: stage.height };
    const opacity = changesOf(states, count, (one, other) => one.opacity === other.opacity).filter(
      ({ state }) => state !== undefined,
    );
    const still = transformOf([1, 0, 0, 1, 0, 0]);
    const clips = changesOf(
      states.map((state) => (state?.clip ? clipPath(state.clip) : undefined)),
      count,
      (one, other) => one === other,
    );
    const clipped = clips.some(({ state }) => state !== undefined);
    const seen = runsOf(states, count);
    const refId = this.composition(this.layers(layers));
    const matte = mask ? this.composition(this.layers(mask)) : null;
    return seen.flatMap(({ from, to }): Json[] => {
      const own = {
        ...this.common('Group', {
          ...still,
          o: keyed(opacity, (state) => 100 * (state?.opacity ?? 0)),
        }),
        ...{ ty: 0, refId, ...size, ip: from, op: to, bm: BLENDS[blend] },
        ...(matte ? { tt: 1 } : {}),
        ...(clipped ? { hasMask: true, masksProperties: [maskOf(clips)] } : {}),
      };
      if (!matte) return [own];
      // What masks lies right above what it masks.
      return [
        own,
        { ...this.common('Mask', still), ty: 0, refId: matte, ...size, ip: from, op: to, td: 1 },
      ];
    });
  }

  private composition(layers: Json[]): string {
    const id = `c${this.names++}`;
    this.assets.push({ id, layers: numbered(layers) });
    return id;
  }

  private image(key: string, href: string, width: number, height: number): string {
    const known = this.images.get(key);
    if (known) return known;
    const id = `i${this.names++}`;
    this.images.set(key, id);
    this.assets.push({ id, w: width, h: height, u: '', p: href, e: 1 });
    return id;
  }

  private common(name: string, ks: Json): Json {
    const { count } = this.animation;
    return { ddd: 0, nm: name, sr: 1, st: 0, ip: 0, op: count, bm: 0, ao: 0, ks };
  }

  /** Where a layer is, in each run of frames in which it is seen. */
  private place(
    matrices: readonly (Matrix | undefined)[],
  ): readonly { readonly from: number; readonly to: number; readonly transform: Json }[] {
    return runsOf(matrices, this.animation.count).map(({ from, to }) => {
      const own = matrices.slice(from, to) as Matrix[];
      const changes = changesOf(own, to - from, (one, other) =>
        one.every((value, at) => Math.abs(value - other[at]!) < 1e-4),
      );
      const parts = changes.map(({ frame, state }) => ({
        frame: frame + from,
        state: transformOf(state!),
      }));
      const [first] = parts;
      const transform = Object.fromEntries(
        Object.keys(first!.state).map((part) => [
          part,
          keyed(parts, (state) => (state![part] as { k: number | number[] }).k),
        ]),
      );
      return { from, to, transform };
    });
  }
}

/** Runs of frames in which something is there. */
function runsOf(
  states: readonly unknown[],
  count: number,
): readonly { readonly from: number; readonly to: number }[] {
  const runs: { from: number; to: number }[] = [];
  for (let frame = 0; frame < count; frame++) {
    if (states[frame] === undefined) continue;
    const last = runs.at(-1);
    if (last?.to === frame) last.to = frame + 1;
    else runs.push({ from: frame, to: frame + 1 });
  }
  return runs;
}

/** A value that jumps from frame to frame. */
function keyed<State>(
  changes: readonly { readonly frame: number; readonly state: State }[],
  value: (state: State) => number | readonly number[],
): Json {
  const values = changes.map(({ frame, state }) => ({ t: frame, value: value(state) }));
  const apart = values.filter(
    (one, at) => at === 0 || JSON.stringify(one.value) !== JSON.stringify(values[at - 1]!.value),
  );
  if (apart.length <= 1) return apart.length === 0 ? STILL : { a: 0, k: apart[0]!.value };
  return { a: 1, k: apart.map(({ t, value: own }) => ({ t, s: [own].flat(), h: 1 })) };
}

/** As many outlines as another moment has; those that are missing are points. */
function filled(beziers: readonly Json[], most: number): readonly Json[] {
  const nothing = { c: false, v: [[0, 0]], i: [[0, 0]], o: [[0, 0]] };
  return Array.from({ length: most }, (_, at) => beziers[at] ?? nothing);
}

function clipPath({ path, matrix }: { readonly path: string; readonly matrix: Matrix }): string {
  return JSON.stringify(beziersOf(path, matrix)[0] ?? null);
}

function maskOf(
  clips: readonly { readonly frame: number; readonly state: string | undefined }[],
): Json {
  const known = clips.filter(({ state }) => state !== undefined);
  const shapes = known.map(({ frame, state }) => ({
    t: frame,
    s: [JSON.parse(state!) as Json],
    h: 1,
  }));
  const pt = shapes.length === 1 ? { a: 0, k: shapes[0]!.s[0] } : { a: 1, k: shapes };
  return { mode: 'a', inv: false, o: STILL, x: { a: 0, k: 0 }, pt };
}

function numbered(layers: readonly Json[]): Json[] {
  return layers.map((layer, at) => ({ ...layer, ind: at + 1 }));
}
