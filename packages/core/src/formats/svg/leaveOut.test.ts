import { withoutForeign } from './leaveOut';
import { parseSvg, svgText } from './parse';

const of = (inside: string) => {
  const { root, leftOut } = withoutForeign(
    parseSvg(`<svg xmlns:xlink="x" xmlns:inkscape="i" xmlns:p="p">${inside}</svg>`),
  );
  return { text: root.children.map(svgText).join(''), leftOut };
};

describe('withoutForeign', () => {
  it('takes away what programs note for themselves, but no names and no references', () => {
    const { text, leftOut } = of(
      '<p:view/><metadata><p:who/></metadata><g inkscape:label="hat" p:locked="yes"><use xlink:href="#a"/></g>',
    );
    expect(text).toBe('<g inkscape:label="hat"><use xlink:href="#a"></use></g>');
    expect(leftOut).toEqual([]);
  });
  it.each([
    ['<image href="http://example.org/a.png"/>', 'picture', 'http://example.org/a.png'],
    ['<image xlink:href="file:///home/a.jpg"/>', 'picture', 'file:///home/a.jpg'],
    ['<image href="data:image/svg+xml;base64,AA"/>', 'picture', 'data:image/svg+xml;base64,AA'],
    ['<use href="other.svg#hat"/>', 'shape', 'other.svg#hat'],
    ['<foreignObject><p/></foreignObject>', 'page', ''],
  ])('leaves out %s, and tells in which layer it was', (inside, kind, address) => {
    const { text, leftOut } = of(`<g id="head"><g id="hat">${inside}</g></g>`);
    expect(text).toBe('<g id="head"><g id="hat"></g></g>');
    expect(leftOut).toEqual([{ layer: ['head', 'hat'], kind, address }]);
  });
  it('takes the drawing itself for no layer', () => {
    const { leftOut } = withoutForeign(parseSvg('<svg id="Artboard"><use href="a.svg#b"/></svg>'));
    expect(leftOut).toEqual([{ layer: [], kind: 'shape', address: 'a.svg#b' }]);
  });
  it('keeps pictures that are in the file, and finds out the kind of those that don’t say it', () => {
    const { text } = of('<image href="data:;base64,iVBORw0KGgo="/>');
    expect(text).toBe('<image href="data:image/png;base64,iVBORw0KGgo="></image>');
    const jpeg = '<image href="data:image/jpeg;base64,/9j/4AAQ"></image>';
    expect(of(jpeg).text).toBe(jpeg);
    expect(of(jpeg.replace('jpeg', 'jpg')).text).toBe(jpeg);
  });
  it('takes the first of a choice that is a drawing, and a link for a group', () => {
    const { text, leftOut } = of(
      '<switch><foreignObject requiredExtensions="y"/><g requiredExtensions="z"/><rect/><circle/></switch><a xlink:href="http://example.org"><path/></a>',
    );
    expect(text).toBe('<g><rect></rect></g><g><path></path></g>');
    expect(leftOut).toEqual([]);
  });
  it('takes away paints that lie outside, and leaves the rest of a style', () => {
    expect(of('<rect fill="url(other.svg#g)" stroke="url(#own)"/>').text).toBe(
      '<rect stroke="url(#own)"></rect>',
    );
    expect(of('<rect style="fill:url(http://example.org/#g);stroke:red"/>').text).toBe(
      '<rect style="stroke:red"></rect>',
    );
  });
});
