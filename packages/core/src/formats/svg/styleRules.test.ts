import { parseSvg, type SvgNode } from './parse';
import { withOwnStyles, type StyleRule } from './styleRules';

const rule = (change: Partial<StyleRule>, fill: string): StyleRule => ({
  element: null,
  id: null,
  classes: [],
  within: [],
  important: false,
  declarations: [['fill', fill]],
  ...change,
});
const drawing = (shape: string, sheets = '<style>x</style>') =>
  parseSvg(`<svg viewBox="0 0 9 9">${sheets}<g>${shape}</g></svg>`);
const styled = (shape: string, rules: readonly StyleRule[] | null): SvgNode =>
  withOwnStyles(drawing(shape), () => rules).children.find(({ name }) => name === 'g')!
    .children[0]!;

describe('withOwnStyles', () => {
  it('writes what rules say into the elements that they are for, and takes the sheets away', () => {
    const root = withOwnStyles(drawing('<rect class="a"/><circle/>'), () => [
      rule({ classes: ['a'] }, 'red'),
    ]);
    expect(root.children.map(({ name }) => name)).toEqual(['g']);
    const [rect, circle] = root.children[0]!.children;
    expect(rect!.attributes).toEqual({ style: 'fill:red' });
    expect(circle!.attributes).toEqual({});
  });
  it.each([
    ['an id wins over classes', [rule({ id: 'it' }, 'red'), rule({ classes: ['a', 'b'] }, 'blue')]],
    [
      'two classes win over one',
      [rule({ classes: ['a', 'b'] }, 'red'), rule({ classes: ['a'] }, 'blue')],
    ],
    [
      'a class wins over an element',
      [rule({ classes: ['a'] }, 'red'), rule({ element: 'rect' }, 'blue')],
    ],
    [
      'of equals the later wins',
      [rule({ classes: ['a'] }, 'blue'), rule({ classes: ['b'] }, 'red')],
    ],
  ])('%s', (_, rules) => {
    const { style } = styled('<rect id="it" class="a b"/>', rules).attributes;
    expect(style!.split(';').at(-1)).toBe('fill:red');
  });
  it('leaves the last word to an element’s own style', () => {
    const { style } = styled('<rect class="a" style="fill:red"/>', [
      rule({ classes: ['a'] }, 'blue'),
    ]).attributes;
    expect(style).toBe('fill:blue;fill:red');
  });
  it('changes nothing where a sheet can’t be read, since sheets work together', () => {
    const root = drawing('<rect class="a"/>', '<style>one</style><style>two</style>');
    const read = (css: string) => (css === 'one' ? [rule({ classes: ['a'] }, 'red')] : null);
    expect(withOwnStyles(root, read)).toBe(root);
  });
  it('changes nothing where there are no sheets', () => {
    const root = drawing('<rect class="a"/>', '');
    expect(withOwnStyles(root, () => [rule({}, 'red')])).toBe(root);
  });
});
