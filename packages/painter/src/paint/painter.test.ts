import { readVectorDrawing } from '@cruvo/core/formats';
import type { DrawOperation, Frame } from '@cruvo/core/scene';
import type { Gallery } from './gallery';
import { Painter } from './painter';
import type { PaintContext } from './surface';

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
    fillStyle: '',
    strokeStyle: '',
    globalAlpha: 1,
    lineWidth: 1,
    lineCap: 'butt',
    lineJoin: 'miter',
    imageSmoothingEnabled: false,
    imageSmoothingQuality: 'low',
    setTransform: (...matrix) => void calls.push(['at', ...matrix]),
    fillRect: (...box) => void calls.push(['rect', context.fillStyle, ...box]),
    clearRect: () => undefined,
    drawImage: (image, ...box) => void calls.push(['image', image, ...box]),
    fill: (outline, rule) =>
      void calls.push(['fill', outline, context.fillStyle, context.globalAlpha, rule]),
    stroke: (outline) =>
      void calls.push(['stroke', outline, context.strokeStyle, context.lineWidth, context.lineCap]),
    createLinearGradient: (...numbers) => gradient('linear', numbers),
    createRadialGradient: (...numbers) => gradient('radial', numbers),
  };
  let outlines = 0;
  const painter = new Painter({
    context,
    outline: (path) => {
      outlines++;
      return path;
    },
  });
  return { painter, calls, outlines: () => outlines };
}

const svg = (inside: string) =>
  readVectorDrawing(
    `<svg viewBox="10 0 100 50"><defs><linearGradient id="g"><stop offset="0" stop-color="#ffffff"/></linearGradient></defs>${inside}</svg>`,
  );
const operation = (media: string, change: Partial<DrawOperation> = {}): DrawOperation => ({
  kind: 'vector',
  media,
  matrix: [1, 0, 0, 1, 0, 0],
  width: 100,
  height: 50,
  ...change,
});
const frame = (...operations: DrawOperation[]): Frame => ({
  width: 100,
  height: 50,
  background: '#abcdef',
  operations,
});
const gallery: Gallery<string> = new Map([
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
  ['photo', { kind: 'raster', image: 'a photo' }],
]);
const named = (calls: readonly Call[], ...names: string[]) =>
  calls.filter(([name]) => names.includes(name));

describe('Painter', () => {
  it('covers the whole surface with the background first, the frame’s own or another', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(), gallery, { width: 300, height: 200 });
    painter.paintFrame(frame(), gallery, { width: 300, height: 200 }, '#000000');
    expect(named(calls, 'rect')).toEqual([
      ['rect', '#abcdef', 0, 0, 300, 200],
      ['rect', '#000000', 0, 0, 300, 200],
    ]);
  });

  it('paints from back to front, fitted and centred', () => {
    const { painter, calls } = recorder();
    const photo = operation('photo', {
      kind: 'raster',
      matrix: [2, 0, 0, 2, 5, 6],
      width: 30,
      height: 20,
    });
    painter.paintFrame(frame(operation('line'), photo), gallery, { width: 200, height: 200 });
    expect(named(calls, 'image', 'stroke', 'at').slice(1)).toEqual([
      ['at', 2, 0, 0, 2, -20, 50],
      ['stroke', 'M10 0H60', '#123456', 3, 'round'],
      ['at', 4, 0, 0, 4, 10, 62],
      ['image', 'a photo', 0, 0, 30, 20],
    ]);
  });

  it('fills with gradients, opacity and rule', () => {
    const { painter, calls } = recorder();
    painter.paintFrame(frame(operation('glow')), gallery, { width: 100, height: 50 });
    expect(named(calls, 'linear', 'stop')).toEqual([
      ['linear', 10, 0, 30, 0],
      ['stop', 0, '#ffffff'],
    ]);
    expect(named(calls, 'fill')).toEqual([
      ['fill', 'M10 0H30V20H10Z', expect.objectContaining({ id: 'linear 1' }), 0.5, 'evenodd'],
    ]);
  });

  it('makes outlines and gradients only once', () => {
    const { painter, calls, outlines } = recorder();
    for (let turn = 0; turn < 3; turn++) {
      painter.paintFrame(frame(operation('glow'), operation('line')), gallery, {
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
    painter.paintFrame(frame(operation('lost'), operation('line')), gallery, {
      width: 100,
      height: 50,
    });
    expect(named(calls, 'stroke')).toHaveLength(1);
  });
});
