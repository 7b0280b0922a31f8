import { readLayers } from './layers';
import { writeLayers, type WrittenLayer } from './writeLayers';

const plain: WrittenLayer = {
  name: 'layer',
  hidden: false,
  opacity: 1,
  blend: 'normal',
  clipped: false,
  isolated: false,
  mask: null,
  picture: null,
  layers: [],
};
const picture = (inside: string, box = { x: 10, y: 20, width: 4, height: 4 }) => ({
  ...box,
  svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 4">${inside}</svg>`,
});
const PAGE = { width: 100, height: 80 };

describe('writeLayers', () => {
  it('keeps names, groups, order and looks for whoever reads them', () => {
    const written = writeLayers(PAGE, [
      { ...plain, name: 'body & soul', picture: picture('<rect width="4" height="4"/>') },
      {
        ...plain,
        name: 'mouth',
        layers: [
          { ...plain, name: 'ah', hidden: true, picture: picture('<rect width="4" height="4"/>') },
          {
            ...plain,
            name: 'shade',
            opacity: 0.4,
            blend: 'multiply',
            clipped: true,
            picture: picture('<rect width="2" height="4"/>'),
          },
        ],
      },
    ]);
    const { page, layers } = readLayers(written);
    expect(page).toEqual({ x: 0, y: 0, ...PAGE });
    expect(layers.map(({ name }) => name)).toEqual(['body & soul', 'mouth']);
    expect(layers[0]!.picture!.box).toEqual({ x: 10, y: 20, width: 4, height: 4 });
    expect(layers[1]!.layers).toMatchObject([
      { name: 'ah', hidden: true },
      { name: 'shade', opacity: 0.4, blend: 'multiply', clipped: true },
    ]);
  });
  it('stretches a picture to its place', () => {
    const wide = picture('<rect width="4" height="4"/>', { x: 0, y: 0, width: 40, height: 8 });
    const [layer] = readLayers(writeLayers(PAGE, [{ ...plain, picture: wide }])).layers;
    expect(layer!.picture!.box).toEqual({ x: 0, y: 0, width: 40, height: 8 });
  });
  it('keeps gradients of several pictures apart', () => {
    const shaded = (color: string) =>
      picture(
        `<defs><linearGradient id="g"><stop stop-color="${color}"/></linearGradient></defs><rect width="4" height="4" fill="url(#g)"/>`,
      );
    const written = writeLayers(PAGE, [
      { ...plain, name: 'one', picture: shaded('#ff0000') },
      { ...plain, name: 'two', picture: shaded('#0000ff') },
    ]);
    const [one, two] = readLayers(written).layers.map((layer) => layer.picture!.svg);
    expect(one).toContain('#ff0000');
    expect(one).not.toContain('#0000ff');
    expect(two).toContain('#0000ff');
  });
  it('holds an encoded picture as it is', () => {
    const address = 'data:image/png;base64,AAAA';
    const layer = { ...plain, picture: { x: 1, y: 2, width: 3, height: 4, address } };
    expect(writeLayers(PAGE, [layer])).toContain(`xlink:href="${address}"`);
  });
});
