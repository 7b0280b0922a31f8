import { readLayers } from '@cruvo/core/formats';
import { svg } from '../testing';
import { readStyleSheet } from './styleSheet';

const layersOf = (inside: string) => readLayers(svg(90, 90, inside), readStyleSheet).layers;
const only = (inside: string) => layersOf(inside)[0]!.picture!;
const box = '<rect width="9" height="9"';

describe('style sheets', () => {
  it.each([
    ['.a { fill: #ff0000 }', `${box} class="a"/>`],
    ['rect { fill: #ff0000 }', `${box} fill="#00ff00"/>`],
    ['.b, .a { fill: #ff0000 }', `${box} class="x a"/>`],
    ['.a { fill: #00ff00 } rect.a { fill: #ff0000 } .a { fill: #0000ff }', `${box} class="a"/>`],
    ['.a { fill: #00ff00 } .b { fill: #ff0000 }', `${box} class="b a"/>`],
    ['.a { fill: #00ff00 }', `${box} class="a" style="fill:#ff0000"/>`],
  ])('%s is drawn as a vector', (css, shape) => {
    const picture = only(`<style>${css}</style><g id="it">${shape}</g>`);
    expect(picture.beyond).toEqual([]);
    const last = [...picture.svg.matchAll(/fill:\s*(#\w+)/g)].at(-1)![1];
    expect(last).toBe('#ff0000');
  });
  it('hides a layer', () => {
    const [layer] = layersOf(
      `<style>.off { display: none }</style><g id="it" class="off">${box}/></g>`,
    );
    expect(layer!.hidden).toBe(true);
  });
  it('look at what an element lies in, nearest first', () => {
    const sheet =
      '#it rect { fill: red } svg > rect { fill: lime } g > g > rect { fill: blue } .a { fill: lime }';
    const picture = only(`<style>${sheet}</style><g id="it"><g>${box} class="a"/></g></g>`);
    const fills = [...picture.svg.matchAll(/fill:\s*(#?\w+)/g)].map(([, fill]) => fill);
    expect(fills.at(-1)).toBe('red');
    expect(picture.beyond).toEqual([]);
  });
  it('say what goes before an element’s own style', () => {
    const picture = only(
      `<style>.a { fill: red !important }</style><g id="it">${box} class="a" style="fill: lime"/></g>`,
    );
    expect(picture.svg).toMatch(/fill:\s*lime;fill:\s*red/);
  });
  it('are left out where they are for print', () => {
    const picture = only(
      `<style>@media print { rect { fill: red } }</style><g id="it">${box}/></g>`,
    );
    expect(picture.svg).not.toContain('red');
    expect(picture.beyond).toEqual([]);
  });
  it.each([
    'g + rect { fill: red }',
    'rect:hover { fill: red }',
    '@media (prefers-color-scheme: dark) { rect { fill: red } }',
    'rect[width] { fill: red }',
  ])('that ask for more are left to a full renderer: %s', (css) => {
    const picture = only(`<style>${css}</style><g id="it">${box} class="a"/></g>`);
    expect(picture.beyond).toEqual(['style sheets']);
  });
});

describe('clones', () => {
  it('are drawn as vectors, where they stand', () => {
    const picture = only(
      `<defs><g id="eye"><circle cx="5" cy="5" r="4"/></g></defs><g id="eyes"><use href="#eye" x="10" y="20" transform="scale(2)"/></g>`,
    );
    expect(picture.beyond).toEqual([]);
    const { x, y, width, height } = picture.box;
    [x, y, width, height].forEach((value, at) =>
      expect(value).toBeCloseTo([22, 42, 16, 16][at]!, 6),
    );
  });
  it('of themselves are left alone', () => {
    expect(() => layersOf('<g id="a"><use href="#a"/></g>')).not.toThrow();
  });
  it('of clones of clones don’t fill the memory', () => {
    const levels = Array.from(
      { length: 20 },
      (_, at) => `<g id="l${at + 1}">${`<use href="#l${at}"/>`.repeat(10)}</g>`,
    );
    const bomb = `<defs><rect id="l0" width="9" height="9"/>${levels.join('')}</defs><g id="it"><use href="#l20"/></g>`;
    expect(only(bomb).beyond).toEqual(['clones']);
  });
});
