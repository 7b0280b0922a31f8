import { readVectorDrawing } from '@cruvo/core/formats';
import {
  type Compositing,
  type Frame,
  type FrameItem,
  drawingItem,
  groupItem,
} from '@cruvo/core/frame';
import { IDENTITY, type Matrix } from '@cruvo/core/geometry';
import type { ImageStore } from './images';
import { Painter } from './painter';
import type { PaintContext, Surface } from './surface';

type Call = readonly [name: string, ...details: unknown[]];

/** A context that writes down what it is asked to do. */
function recorder() {
  const calls: Call[] = [];
  let gradients = 0;
  const gradient = (name: string, numbers: number[]) => {
    const id = `${name} ${++gradients}`;
    calls.push([name, ...numbers]);
    return {
      id,
      addColorStop: (offset: number, color: string) => void calls.push(['stop', offset, color]),
    };
  };
  const context: PaintContext<string, string, ReturnType<typeof gradient>> = {
    canvas: { width: 300, height: 200 },
    globalCompositeOperation: 'source-over',
    save: () => void calls.push(['save']),
    restore: () => void calls.push(['restore']),
    clip: (outline) => void calls.push(['clip', outline]),
    fillStyle: '',
    strokeStyle: '',
    globalAlpha: 1,
    lineWidth: 1,
    lineCap: 'butt',
    lineJoin: 'miter',
    miterLimit: 10,
    imageSmoothingEnabled: false,
    imageSmoothingQuality: 'low',
    setTransform: (...matrix) => void calls.push(['at', ...matrix]),
    fillRect: (...box) => void calls.push(['rect', context.fillStyle, ...box]),
    clearRect: (...box) => void calls.push(['clear', ...box]),
    drawImage: (image: string, ...box: number[]) =>
      void calls.push(['image', image, ...box, ...mixing()]),
    fill: (outline, rule) =>
      void calls.push(['fill', outline, context.fillStyle, context.globalAlpha, rule]),
    stroke: (outline) =>
      void calls.push(['stroke', outline, context.strokeStyle, context.lineWidth, context.lineCap]),
    createImageData: (width, height) => ({ data: new Uint8ClampedArray(4 * width * height) }),
    getImageData: (_x, _y, width, height) => ({ data: new Uint8ClampedArray(4 * width * height) }),
    putImageData: (_pixels, ...corner) => void calls.push(['pixels', ...corner]),
    createLinearGradient: (...numbers) => gradient('linear', numbers),
    createRadialGradient: (...numbers) => gradient('radial', numbers),
  };
  const mixing = () => {
    const { globalAlpha, globalCompositeOperation: blend } = context;
    return globalAlpha === 1 && blend === 'source-over' ? [] : [globalAlpha, blend];
  };
  let outlines = 0;
  const layers: Call[][] = [];
  const surface: Surface<string, string, ReturnType<typeof gradient>> = {
    context,
    outline: (path) => {
      outlines++;
      return path;
    },
    layer: (width, height) => {
      const made = recorder();
      layers.push(made.calls);
      return { surface: made.surface, image: `layer ${width} ${height}` };
    },
  };
  return { painter: new Painter(surface), surface, calls, layers, outlines: () => outlines };
}

const svg = (inside: string) =>
  readVectorDrawing(
    `<svg viewBox="10 0 100 50"><defs><linearGradient id="g"><stop offset="0" stop-color="#ffffff"/><stop offset="1"/></linearGradient><radialGradient id="r"><stop offset="0"/><stop offset="1"/></radialGradient></defs>${inside}</svg>`,
  );
const item = (
  media: string,
  {
    kind = 'vector',
    matrix = IDENTITY,
    width = 100,
    height = 50,
  }: {
    kind?: 'vector' | 'raster';
    matrix?: Matrix;
    width?: number;
    height?: number;
  } = {},
) => drawingItem(media, { kind, media, width, height }, matrix);
const frame = (...items: FrameItem[]): Frame => ({
  width: 100,
  height: 50,
  background: '#abcdef',
  items,
});
const images: ImageStore<string> = new Map([
  [
    'line',
    {
      kind: 'vector',
      drawing: svg(
        '<path d="M10 0H60" fill="none" stroke="#123456" stroke-width="3" stroke-linecap="round"/>',
      ),
    },
  ],
  [
    'glow',
    {
      kind: 'vector',
      drawing: svg(
        '<rect x="10" width="20" height="20" fill="url(#g)" opacity="0.5" fill-rule="evenodd"/>',
      ),
    },
  ],
  [
    'egg',
    {
      kind: 'vector',
      drawing: svg('<rect x="10" width="40" height="10" fill="url(#r)"/>'),
    },
  ],
  [
    'brushstroke',
    {
      kind: 'vector',
      drawing: svg(
        '<g transform="scale(4 1)"><path d="M5 0H9" fill="none" stroke="#000000" stroke-width="2"/></g>',
      ),
    },
  ],
  ['photo', { kind: 'raster', image: 'a photo' }],
]);
const named = (calls: readonly Call[], ...names: string[]) =>
  calls.filter(([name]) => names.includes(name));

describe('Painter', () => {
  it('covers the whole surface with the background first, the frame’s own or another', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(), images, { width: 300, height: 200 });
    painter.paintFrame(frame(), images, { width: 300, height: 200 }, '#000000');
    expect(named(calls, 'rect')).toEqual([
      ['rect', '#abcdef', 0, 0, 300, 200],
      ['rect', '#000000', 0, 0, 300, 200],
    ]);
  });

  it('paints from back to front, fitted and centred', () => {
    const { painter, calls } = recorder();
    const photo = item('photo', {
      kind: 'raster',
      matrix: [2, 0, 0, 2, 5, 6],
      width: 30,
      height: 20,
    });
    painter.paintFrame(frame(item('line'), photo), images, { width: 200, height: 200 });
    expect(named(calls, 'image', 'stroke', 'at').slice(1)).toEqual([
      ['at', 2, 0, 0, 2, -20, 50],
      ['stroke', 'M10 0H60', '#123456', 3, 'round'],
      ['at', 4, 0, 0, 4, 10, 62],
      ['image', 'a photo', 0, 0, 30, 20],
    ]);
  });

  it('fills with gradients, opacity and rule', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(item('glow')), images, { width: 100, height: 50 });
    expect(named(calls, 'linear', 'stop')).toEqual([
      ['linear', 10, 0, 30, 0],
      ['stop', 0, '#ffffff'],
      ['stop', 1, '#000000'],
    ]);
    expect(named(calls, 'fill')).toEqual([
      ['fill', 'M10 0H30V20H10Z', expect.objectContaining({ id: 'linear 1' }), 0.5, 'evenodd'],
    ]);
  });

  it('fills with circles that are stretched, and goes back to the drawing’s own units', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(item('egg')), images, { width: 100, height: 50 });
    // The circle is as large as the ellipse that it is stretched to: its radius is half the mean of 40 and 10.
    expect(named(calls, 'radial')).toEqual([['radial', 10, 10, 0, 10, 10, 10]]);
    expect(named(calls, 'at', 'fill').slice(-3)).toEqual([
      ['at', 2, 0, 0, 0.5, 0, 0],
      ['fill', 'M0 0H20V20H0Z', expect.objectContaining({ id: 'radial 1' }), 1, 'nonzero'],
      ['at', 1, 0, 0, 1, -10, 0],
    ]);
  });

  it('draws a line that is stretched in units of its own', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(item('brushstroke')), images, { width: 100, height: 50 });
    expect(named(calls, 'at', 'stroke').slice(-3)).toEqual([
      ['at', 4, 0, 0, 1, -10, 0],
      ['stroke', 'M5 0H9', '#000000', 2, 'butt'],
      ['at', 1, 0, 0, 1, -10, 0],
    ]);
  });

  it('makes outlines and gradients only once', () => {
    const { painter, calls, outlines } = recorder();
    for (let turn = 0; turn < 3; turn++) {
      painter.paintFrame(frame(item('glow'), item('line')), images, {
        width: 100,
        height: 50,
      });
    }
    expect([outlines(), named(calls, 'linear').length, named(calls, 'fill').length]).toEqual([
      2, 1, 3,
    ]);
  });

  it('leaves out a picture that is not there', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(item('lost'), item('line')), images, {
      width: 100,
      height: 50,
    });
    expect(named(calls, 'stroke')).toHaveLength(1);
  });

  describe('groups', () => {
    const group = (change: Partial<Compositing>, items: readonly FrameItem[] = [item('line')]) =>
      groupItem('group', items, change);
    const painted = (...items: FrameItem[]) => {
      const { painter, calls, layers } = recorder();
      painter.paintItems(items, images, IDENTITY);
      return { calls, layers };
    };

    it('are seen inside their clip path, painted where they stand', () => {
      const box = { x: 0, y: 0, width: 5, height: 5 };
      const clip = { path: 'M0 0h5v5Z', box, matrix: [2, 0, 0, 2, 0, 0] as const };
      const { calls, layers } = painted(group({ clip }));
      expect(named(calls, 'save', 'clip', 'stroke', 'restore').map(([name]) => name)).toEqual([
        'save',
        'clip',
        'stroke',
        'restore',
      ]);
      expect(layers).toHaveLength(0);
    });

    it('fade and blend as one, on a layer hardly larger than they are', () => {
      const small = item('line', { matrix: [1, 0, 0, 1, 40, 30], width: 20, height: 10 });
      const { calls, layers } = painted(group({ opacity: 0.5, blend: 'multiply' }, [small]));
      expect(named(layers[0]!, 'stroke')).toHaveLength(1);
      expect(named(calls, 'stroke')).toHaveLength(0);
      expect(named(calls, 'image')).toEqual([
        ['image', 'layer 32 32', 0, 0, 26, 16, 37, 27, 26, 16, 0.5, 'multiply'],
      ]);
    });

    it('are seen only within what they are clipped by', () => {
      const { layers } = painted(group({ mask: [item('glow')] }));
      expect(layers).toHaveLength(2);
      expect(named(layers[1]!, 'fill')).toHaveLength(1);
      expect(named(layers[0]!, 'image')).toEqual([
        ['image', 'layer 128 64', 0, 0, 107, 57, 0, 0, 107, 57, 1, 'destination-in'],
      ]);
    });

    it('that lie outside are not painted', () => {
      const away = item('line', { matrix: [1, 0, 0, 1, 900, 0] });
      expect(named(painted(group({ opacity: 0.5 }, [away])).calls, 'image')).toEqual([]);
    });
  });
});
