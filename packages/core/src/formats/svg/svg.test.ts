import { readLayers } from './layers';
import { readVectorDrawing } from './readVector';

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 80">${inside}</svg>`;
const only = (inside: string) => readVectorDrawing(svg(inside)).shapes[0]!;

describe('readVectorDrawing', () => {
  it('applies transforms to the points', () => {
    expect(
      only(
        '<g transform="translate(10 20)"><rect x="1" y="2" width="3" height="4" transform="scale(2)"/></g>',
      ).path,
    ).toBe('M12 24H18V32H12Z');
  });
  it('takes styles from groups, attributes and style attributes, the nearest first', () => {
    const shape = only(
      '<g fill="red" stroke="#00ff00" stroke-width="2"><path d="M0 0L1 1" fill="blue" style="fill: #123456; stroke-linecap: round"/></g>',
    );
    expect(shape.fill).toBe('#123456');
    expect(shape.stroke).toEqual({
      ...{ paint: '#00ff00', width: 2, cap: 'round', join: 'miter' },
      ...{ miterLimit: 4, transform: null },
    });
  });
  it('multiplies the opacity of groups', () => {
    expect(only('<g opacity="0.5"><g opacity="0.5"><circle r="1"/></g></g>').opacity).toBe(0.25);
  });
  it('paints with gradients over the box of the shape', () => {
    const shape = only(
      '<defs><linearGradient id="g" x1="0" y1="0" x2="0" y2="1"><stop offset="50%" stop-color="#ff0000" stop-opacity="0.5"/><stop offset="1"/></linearGradient></defs><rect x="10" y="20" width="30" height="40" fill="url(#g)"/>',
    );
    expect(shape.fill).toEqual({
      kind: 'linear',
      x1: 10,
      y1: 20,
      x2: 10,
      y2: 60,
      stops: [
        { offset: 0.5, color: 'rgba(255, 0, 0, 0.5)' },
        { offset: 1, color: '#000000' },
      ],
    });
  });
  it.each([
    'circle cx="5" cy="6" r="2"',
    'ellipse cx="5" cy="6" rx="2" ry="3"',
    'line x1="1" y1="2" x2="3" y2="4"',
    'polygon points="0,0 1,0 1,1"',
    'polyline points="0 0 1 1"',
    'rect width="9" height="9" rx="2"',
  ])('draws <%s>', (shape) => {
    expect(only(`<${shape}/>`).path).toMatch(/^M[-\d.]/);
  });
  it.each([
    ['<text>hello</text>', /<text>/],
    ['<image href="#a"/>', /<image>/],
    ['<rect width="1" height="1" fill="url(#nowhere)"/>', /nowhere/],
    ['<path d="M0 0 L oops"/>', /can’t be read/],
    ['<g>', /well-formed/],
  ])('refuses %s in a sentence', (inside, sentence) => {
    expect(() => readVectorDrawing(svg(inside))).toThrow(sentence);
  });
  it('does not take another XML file for a picture', () => {
    expect(() => readVectorDrawing('<html/>')).toThrow('not an SVG picture');
  });
  it('needs a size', () => {
    expect(() => readVectorDrawing('<svg/>')).toThrow('no size');
    expect(readVectorDrawing('<svg width="30px" height="20"/>').viewBox).toEqual({
      x: 0,
      y: 0,
      width: 30,
      height: 20,
    });
  });
  it.each([
    ['width="200" height="100"', [-50, 0, 200, 100]],
    ['width="200" height="100" preserveAspectRatio="xMinYMid meet"', [0, 0, 200, 100]],
    ['width="50" height="100" preserveAspectRatio="xMidYMax"', [0, -100, 100, 200]],
    ['width="200" height="100" preserveAspectRatio="none"', [0, 0, 100, 100]],
    ['width="100%" height="100"', [0, 0, 100, 100]],
  ])(
    'shows what lies beside its viewBox where the page is of other proportions: %s',
    (size, box) => {
      const { x, y, width, height } = readVectorDrawing(
        `<svg viewBox="0 0 100 100" ${size}/>`,
      ).viewBox;
      expect([x, y, width, height]).toEqual(box);
    },
  );
  it('reads lengths in all units', () => {
    expect(only('<rect width="1in" height="72pt"/>').path).toBe('M0 0H96V96H0Z');
    expect(only('<path d="M0 0H9" stroke="red" stroke-width="0.5pc"/>').stroke!.width).toBe(8);
  });
  it('draws a line that is stretched by a non-uniform scale before it is stretched', () => {
    const { path, stroke } = only(
      '<g transform="scale(3 1)"><path d="M1 2H5" stroke="#000000" stroke-width="2"/></g>',
    );
    expect(path).toBe('M3 2H15');
    expect(stroke).toMatchObject({
      width: 2,
      transform: { path: 'M1 2H5', matrix: [3, 0, 0, 1, 0, 0] },
    });
  });
});

describe('readLayers', () => {
  const { layers } = readLayers(
    svg(
      '<defs><linearGradient id="g"><stop offset="0" stop-color="#fff"/><stop offset="1"/></linearGradient></defs>' +
        '<g id="body" transform="translate(10 0)"><rect x="1" y="2" width="30" height="40" fill="url(#g)"/></g>' +
        '<g id="mouth"><g id="rest"><path d="M5 5h10" stroke="#000" stroke-width="2"/></g><g id="ah"><circle cx="10" cy="10" r="5"/></g></g>' +
        '<g id="empty"/>',
    ),
  );
  it('makes a layer of every named group, and of none that programs name by themselves', () => {
    expect(layers.map(({ name }) => name)).toEqual(['body', 'mouth', 'empty']);
    expect(layers[1]!.layers.map(({ name }) => name)).toEqual(['rest', 'ah']);
    expect(layers[2]).toMatchObject({ picture: null, layers: [] });
    const plain = readLayers(svg('<g id="g12"><rect width="5" height="5"/></g>')).layers;
    expect(plain.map(({ name }) => name)).toEqual(['drawing']);
  });
  it('takes a drawing apart at its groups where nothing has a name of its own', () => {
    const face =
      '<g><circle r="5"/><path d="M0 0h9v9z"/></g><rect width="9" height="9"/><g id="g7"><circle r="2"/></g>';
    const parts = readLayers(svg(face)).layers;
    expect(parts.map(({ name }) => name)).toEqual(['part 1', 'drawing', 'part 2']);
    expect(parts[2]!.picture!.box).toMatchObject({ width: 4, height: 4 });
    const [layer] = readLayers(svg(`<g id="Layer_1"><g fill="red">${face}</g></g>`)).layers;
    expect(layer!.name).toBe('Layer 1');
    const inside = layer!.layers[0]!.layers;
    expect(inside.map(({ name }) => name)).toEqual(['part 1', 'group', 'part 2']);
    const alone = readVectorDrawing(inside.find(({ name }) => name === 'part 2')!.picture!.svg);
    expect(alone.shapes[0]!.fill).toBe('#ff0000');
    const hairs = '<g><path d="M0 0h9v9z"/></g>'.repeat(90);
    expect(readLayers(svg(hairs)).layers).toHaveLength(1);
    expect(
      readLayers(svg(`<g id="head">${face}</g><g id="hat">${face}</g>`)).layers[0]!.layers,
    ).toEqual([]);
  });
  it('gives each layer its own size, strokes included', () => {
    expect(layers[0]!.picture!.box).toEqual({ x: 11, y: 2, width: 30, height: 40 });
    expect(layers[1]!.layers[0]!.picture!.box).toEqual({ x: 4, y: 4, width: 12, height: 2 });
  });
  it('writes each layer as an SVG that looks the same alone', () => {
    const alone = readVectorDrawing(layers[0]!.picture!.svg);
    expect(alone.viewBox).toEqual(layers[0]!.picture!.box);
    expect(alone.shapes[0]!.path).toBe('M11 2H41V42H11Z');
    expect(alone.shapes[0]!.fill).toMatchObject({ kind: 'linear', x1: 11, x2: 41 });
  });
  it('takes names, hiding, fading and blending from the groups, in the ways of several programs', () => {
    const [brow, lid] = readLayers(
      svg(
        '<g inkscape:label="Brow L" style="display:none;opacity:0.5;mix-blend-mode:multiply" xmlns:inkscape="i"><rect width="9" height="9"/></g>' +
          '<path id="lid_x5F_left" d="M0 0h9v9Z"/>',
      ),
    ).layers;
    expect(brow).toMatchObject({ name: 'Brow L', hidden: true, opacity: 0.5, blend: 'multiply' });
    expect(brow!.picture!.box).toMatchObject({ width: 9, height: 9 });
    expect(lid!.name).toBe('lid left');
  });
  it('hands down what groups give to what is in them', () => {
    const [layer] = readLayers(
      svg(
        '<g id="face" fill="#123456" transform="translate(7 0)"><g id="nose"><rect width="4" height="4"/></g><g id="chin"/></g>',
      ),
    ).layers;
    const alone = readVectorDrawing(layer!.layers[0]!.picture!.svg);
    expect(alone.shapes[0]).toMatchObject({ fill: '#123456', path: 'M7 0H11V4H7Z' });
  });
  it('keeps what lies between named layers, in its place', () => {
    const { layers: parts } = readLayers(
      svg(
        '<rect width="50" height="50"/><g id="head"><rect width="9" height="9"/></g><rect width="3" height="3"/>',
      ),
    );
    expect(parts.map(({ name }) => name)).toEqual(['drawing', 'head', 'drawing']);
  });
  it.each([
    ['<text>hm</text>', 'text'],
    ['<rect width="9" height="9" mask="url(#m)"/>', 'a mask'],
    [
      '<svg width="9" height="9"><rect width="5" height="5"/></svg>',
      'a drawing inside the drawing',
    ],
    ['<rect width="9" height="9" fill="url(#p)"/>', 'a pattern or an unusual gradient'],
    [
      '<g opacity="0.5"><rect width="9" height="9"/><rect width="3" height="9"/></g>',
      'a see-through group',
    ],
  ])('says what a full renderer has to paint: %s', (inside, words) => {
    const [layer] = readLayers(svg(`<g id="layer one">${inside}</g>`)).layers;
    const { svg: alone, box, beyond } = layer!.picture!;
    expect(beyond).toEqual([words]);
    expect(alone).toContain(`viewBox="${box.x} ${box.y} ${box.width} ${box.height}"`);
  });
});
