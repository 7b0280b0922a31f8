import { commonBlendMode, type Paint, type VectorDrawing } from '../frame';
import type { Matrix } from '../geometry';
import type { VectorAnimation } from './animation';
import {
  boxOf,
  changesOf,
  type AnimatedLayer,
  type DrawingLayer,
  type GroupLayer,
  type OutlinesLayer,
  type OutlineStyle,
  type PicturesLayer,
} from './layers';

/**
 * An animation as SVG that plays by itself, for ever: where things are is animated by CSS, outlines by SMIL. What stands
 * still is written once.
 */
export function svgAnimation(animation: VectorAnimation): string {
  return new SvgWriter(animation).write();
}

type Changes<State> = readonly { readonly frame: number; readonly state: State | undefined }[];

class SvgWriter {
  private readonly rules: string[] = [];
  private readonly definitions = new Map<string, string>();
  private names = 0;

  constructor(private readonly animation: VectorAnimation) {}

  write(): string {
    const { name, stage, width, height, background, layers } = this.animation;
    const body = layers.map((layer) => this.layer(layer)).join('\n');
    const behind = background
      ? `<rect width="${stage.width}" height="${stage.height}" fill="${background}"/>\n`
      : '';
    const style = this.rules.length > 0 ? `<style>\n${this.rules.join('\n')}\n</style>\n` : '';
    return [
      `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${stage.width} ${stage.height}">`,
      `<title>${escaped(name)}</title>`,
      `${style}<defs>\n${[...this.definitions.values()].join('\n')}\n</defs>`,
      `${behind}${body}`,
      '</svg>\n',
    ].join('\n');
  }

  private layer(layer: AnimatedLayer): string {
    if (layer.kind === 'drawing') return this.drawing(layer);
    if (layer.kind === 'outlines') return this.outlines(layer);
    return layer.kind === 'group' ? this.group(layer) : this.pictures(layer);
  }

  private drawing({ media, width, height, states }: DrawingLayer): string {
    const changes = this.changes(states, (one, other) => sameMatrix(one.matrix, other.matrix));
    const place = this.styled(changes, ({ matrix }) => `transform:${css(matrix)}`);
    return `<g${place}><use href="#${this.picture(media, width, height)}"/></g>`;
  }

  private outlines({ styles, states }: OutlinesLayer): string {
    const moves = this.changes(states, (one, other) => sameMatrix(one.matrix, other.matrix));
    const place = this.styled(moves, ({ matrix }) => `transform:${css(matrix)}`);
    const paths = styles.map((style, at) => {
      const changes = this.changes(states, (one, other) => one.paths[at] === other.paths[at]);
      const seen = changes.filter(({ state }) => state !== undefined);
      const first = seen[0]?.state?.paths[at] ?? '';
      const animated =
        seen.length > 1 ? this.discrete('d', seen, ({ paths: own }) => own[at]!) : '';
      return `<path d="${first}"${this.paint(style)}>${animated}</path>`;
    });
    return `<g${place}>${paths.join('')}</g>`;
  }

  private pictures({ states }: PicturesLayer): string {
    const changes = this.changes(states, (one, other) => one.item.version === other.item.version);
    return changes
      .map(({ frame, state }, at) => {
        if (!state) return '';
        const next = changes[at + 1]?.frame ?? this.animation.count;
        const only = [
          ...(frame > 0 ? [{ frame: 0, state: undefined }] : []),
          { frame, state },
          ...(next < this.animation.count ? [{ frame: next, state: undefined }] : []),
        ];
        const { x, y, width, height } = state.box;
        const href = this.animation.baked.get(state.item.version) ?? '';
        return `<image x="${short(x)}" y="${short(y)}" width="${short(width)}" height="${short(height)}" href="${href}"${this.styled(only, () => '')}/>`;
      })
      .join('');
  }

  private group({ blend, isolated, layers, mask, states }: GroupLayer): string {
    const changes = this.changes(states, (one, other) => one.opacity === other.opacity);
    const look = this.styled(changes, ({ opacity }) => `opacity:${short(opacity)}`);
    const mode = blend === 'lighter' ? 'plus-lighter' : commonBlendMode(blend);
    const alone = isolated ? ' style="isolation:isolate"' : '';
    const blending = blend === 'normal' ? alone : ` style="mix-blend-mode:${mode}"`;
    const clipped = states.some((state) => state?.clip)
      ? ` clip-path="url(#${this.clip(states)})"`
      : '';
    const inside = layers.map((layer) => this.layer(layer)).join('');
    const masked = mask ? ` mask="url(#${this.mask(mask)})"` : '';
    // What blends is the outermost: what is beneath lies outside of it.
    return `<g${blending}><g${look}><g${masked}><g${clipped}>${inside}</g></g></g></g>`;
  }

  private clip(states: GroupLayer['states']): string {
    const id = this.name('c');
    const same = (one: GroupLayer['states'][number], other: GroupLayer['states'][number]) =>
      one?.clip?.path === other?.clip?.path &&
      (!one?.clip || !other?.clip || sameMatrix(one.clip.matrix, other.clip.matrix));
    const changes = this.changes(states, same).filter(({ state }) => state?.clip);
    const moves = this.styled(changes, (state) => `transform:${css(state.clip!.matrix)}`);
    const animated =
      changes.length > 1 ? this.discrete('d', changes, (state) => state.clip!.path) : '';
    this.definitions.set(
      id,
      `<clipPath id="${id}"><path d="${changes[0]!.state!.clip!.path}"${moves}>${animated}</path></clipPath>`,
    );
    return id;
  }

  private mask(layers: readonly AnimatedLayer[]): string {
    const id = this.name('m');
    const inside = layers.map((layer) => this.layer(layer)).join('');
    const { width, height } = this.animation.stage;
    const all = `x="${-width}" y="${-height}" width="${3 * width}" height="${3 * height}"`;
    this.definitions.set(
      id,
      `<mask id="${id}" style="mask-type:alpha" maskUnits="userSpaceOnUse" ${all}>${inside}</mask>`,
    );
    return id;
  }

  /** A picture as a definition. @returns its name */
  private picture(media: string, width: number, height: number): string {
    const id = `p${media.slice(0, 16)}-${Math.round(width)}-${Math.round(height)}`;
    if (this.definitions.has(id)) return id;
    const picture = this.animation.pictures.get(media);
    if (picture?.kind === 'raster') {
      this.definitions.set(
        id,
        `<image id="${id}" width="${short(width)}" height="${short(height)}" preserveAspectRatio="none" href="${picture.href}"/>`,
      );
    } else if (picture) {
      const shapes = this.shapes(picture.drawing);
      const place = boxOf(picture.drawing, width).map(exact).join(' ');
      this.definitions.set(id, `<g id="${id}" transform="matrix(${place})">${shapes}</g>`);
    }
    return id;
  }

  private shapes({ shapes }: VectorDrawing): string {
    return shapes
      .map(({ path, fill, fillRule, stroke, opacity }) => {
        const own = stroke?.transform ?? null;
        const plain = { fill, fillRule, opacity, stroke: own ? null : stroke };
        const body = fill === null && own ? '' : `<path d="${path}"${this.paint(plain)}/>`;
        if (!own || !stroke) return body;
        const line = { fill: null, fillRule, opacity, stroke };
        return `${body}<path d="${own.path}" transform="matrix(${own.matrix.map(exact).join(' ')})"${this.paint(line)}/>`;
      })
      .join('');
  }

  private paint({ fill, fillRule, stroke, opacity }: OutlineStyle): string {
    const parts = [` fill="${fill === null ? 'none' : this.color(fill)}"`];
    if (fillRule === 'evenodd') parts.push(' fill-rule="evenodd"');
    if (stroke) {
      parts.push(` stroke="${this.color(stroke.paint)}" stroke-width="${short(stroke.width)}"`);
      parts.push(` stroke-linecap="${stroke.cap}" stroke-linejoin="${stroke.join}"`);
      parts.push(` stroke-miterlimit="${short(stroke.miterLimit)}"`);
    }
    if (opacity !== 1) parts.push(` opacity="${short(opacity)}"`);
    return parts.join('');
  }

  private color(paint: Paint): string {
    if (typeof paint === 'string') return paint;
    const key = JSON.stringify(paint);
    const known = this.gradients.get(key);
    if (known) return `url(#${known})`;
    const id = this.name('g');
    this.gradients.set(key, id);
    const stops = paint.stops
      .map(({ offset, color }) => `<stop offset="${short(offset)}" stop-color="${color}"/>`)
      .join('');
    if (paint.kind === 'linear') {
      const { x1, y1, x2, y2 } = paint;
      const ends = `x1="${short(x1)}" y1="${short(y1)}" x2="${short(x2)}" y2="${short(y2)}"`;
      this.definitions.set(
        id,
        `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" ${ends}>${stops}</linearGradient>`,
      );
    } else {
      const { cx, cy, r, fx, fy, transform } = paint;
      const own = transform
        ? ` gradientTransform="matrix(${transform.matrix.map(exact).join(' ')})"`
        : '';
      const circle = `cx="${exact(cx)}" cy="${exact(cy)}" r="${exact(r)}" fx="${exact(fx)}" fy="${exact(fy)}"`;
      this.definitions.set(
        id,
        `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" ${circle}${own}>${stops}</radialGradient>`,
      );
    }
    return `url(#${id})`;
  }

  private readonly gradients = new Map<string, string>();

  private changes<State>(
    states: readonly (State | undefined)[],
    same: (one: State, other: State) => boolean,
  ): Changes<State> {
    return changesOf(states, this.animation.count, same);
  }

  /** How something looks from frame to frame, as attributes; where it has no state it is hidden. */
  private styled<State>(changes: Changes<State>, style: (state: State) => string): string {
    const looks = changes.map(({ frame, state }) => {
      return { frame, look: state === undefined ? 'visibility:hidden' : style(state) };
    });
    if (looks.length <= 1) return looks[0]?.look ? ` style="${looks[0].look}"` : '';
    const name = this.name('k');
    const seen = looks.some(({ look }) => look === 'visibility:hidden')
      ? ';visibility:visible'
      : '';
    const frames = looks.map(({ frame, look }) => {
      const whole = look === 'visibility:hidden' ? look : `${look}${seen}`.replace(/^;/, '');
      return `${exact((100 * frame) / this.animation.count)}%{${whole}}`;
    });
    this.rules.push(
      `.${name}{animation:${name} ${exact(this.seconds)}s step-end infinite}@keyframes ${name}{${frames.join('')}}`,
    );
    return ` class="${name}"`;
  }

  /** An attribute that jumps from value to value. */
  private discrete<State>(
    attribute: string,
    changes: Changes<State>,
    value: (state: State) => string,
  ): string {
    const times = changes.map(({ frame }, at) =>
      at === 0 ? '0' : exact(frame / this.animation.count),
    );
    const values = changes.map(({ state }) => value(state!));
    return `<animate attributeName="${attribute}" dur="${exact(this.seconds)}s" repeatCount="indefinite" calcMode="discrete" keyTimes="${times.join(';')}" values="${values.join(';')}"/>`;
  }

  private get seconds(): number {
    return this.animation.count / this.animation.rate;
  }

  private name(kind: string): string {
    return `${kind}${this.names++}`;
  }
}

const sameMatrix = (one: Matrix, other: Matrix) =>
  one.every((value, at) => Math.abs(value - other[at]!) < 1e-4);
const css = (matrix: Matrix) => `matrix(${matrix.map(exact).join(',')})`;
const short = (value: number) => String(Math.round(1000 * value) / 1000);
const exact = (value: number) => String(Math.round(1e5 * value) / 1e5);
const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
