import fc from 'fast-check';
import { withOwnIds } from './merge';
import { parseSvg, svgText, type SvgNode } from './parse';

const nodesOf = (inside: string) =>
  parseSvg(`<svg viewBox="0 0 9 9" xmlns:xlink="x">${inside}</svg>`).children;
const textOf = (nodes: readonly SvgNode[]) => nodes.map(svgText).join('');

const idsIn = (nodes: readonly SvgNode[]): string[] =>
  nodes.flatMap(({ attributes, children }) => [
    ...(attributes['id'] ? [attributes['id']] : []),
    ...idsIn(children),
  ]);

describe('withOwnIds', () => {
  it('gives what is referred to an id of the picture’s own, and leaves out the other ids', () => {
    const nodes = nodesOf('<g id="a"/><rect id="b" fill="url(#c)"/><g id="c"/>');
    expect(textOf(withOwnIds(nodes, 7))).toBe(
      '<g></g><rect fill="url(#g7-1)"></rect><g id="g7-1"></g>',
    );
  });
  it.each([
    ['href="#it"', 'href="#g1-1"'],
    ['xlink:href="#it"', 'xlink:href="#g1-1"'],
    ['style="mask: url(#it); fill: red"', 'style="mask: url(#g1-1); fill: red"'],
    ['clip-path="url( \'#it\' )"', 'clip-path="url( \'#g1-1\' )"'],
  ])('follows %s', (before, after) => {
    expect(textOf(withOwnIds(nodesOf(`<use ${before}/><g id="it"/>`), 1))).toContain(after);
  });
  it('takes no colour for a reference, not even one that is called like an id', () => {
    const text = textOf(withOwnIds(nodesOf('<rect fill="#fade00"/><g id="other"/>'), 1));
    expect(text).toBe('<rect fill="#fade00"></rect><g></g>');
  });
  it('takes away what drawing programs call layers', () => {
    const labelled = nodesOf('<g data-name="hat" serif:id="hat"><g inkscape:label="brim"/></g>');
    expect(textOf(withOwnIds(labelled, 1))).toBe('<g><g></g></g>');
  });
  it('gives the same text for pictures that differ in their names alone', () => {
    const name = fc.stringMatching(/^[a-f][a-z]{1,8}$/);
    const picture = (id: string, group: string) =>
      nodesOf(`<g id="${group}"><use href="#${id}"/></g><rect id="${id}"/>`);
    fc.assert(
      fc.property(name, name, name, (one, other, group) => {
        fc.pre(one !== group && other !== 'layer');
        const first = withOwnIds(picture(one, group), 1);
        const second = withOwnIds(picture(other, 'layer'), 1);
        expect(textOf(first)).toBe(textOf(second));
      }),
    );
  });
  it('gives every element another id, however often it is referred to', () => {
    const names = ['a', 'b', 'c', 'd'];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...names), { maxLength: 12 }), (referred) => {
        const uses = referred.map((id) => `<use href="#${id}"/>`).join('');
        const text = uses + names.map((id) => `<g id="${id}"><rect id="${id}1"/></g>`).join('');
        const ids = idsIn(withOwnIds(nodesOf(text), 1));
        expect(ids).toHaveLength(new Set(referred).size);
        expect(new Set(ids).size).toBe(ids.length);
      }),
    );
  });
  it('never gives two pictures the same id', () => {
    const number = fc.integer({ min: 1, max: 500 });
    const nodes = nodesOf('<use href="#a"/><use href="#b"/><g id="a"/><g id="b"/>');
    fc.assert(
      fc.property(number, number, (one, other) => {
        fc.pre(one !== other);
        const ids = [...idsIn(withOwnIds(nodes, one)), ...idsIn(withOwnIds(nodes, other))];
        expect(new Set(ids).size).toBe(4);
      }),
    );
  });
});
