import { withOutlinedText, type Lettering } from './outlinedText';
import { parseSvg, type SvgNode } from './parse';

/** Every letter is a box as wide as half its size; only the font “Box” is there. */
const asked: (readonly [string, Lettering])[] = [];
const outline = (text: string, lettering: Lettering) => {
  asked.push([text, lettering]);
  if (lettering.families[0] !== 'Box') return null;
  return { path: `M0 0h${text.length}`, advance: (text.length * lettering.size) / 2 };
};
beforeEach(() => asked.splice(0));

const within = (inside: string): readonly SvgNode[] => {
  const root = parseSvg(`<svg viewBox="0 0 9 9">${inside}</svg>`);
  return withOutlinedText(root, outline).children;
};
/** Where each outline begins: what its transform says. */
const places = (inside: string) =>
  within(inside)[0]!.children.map(({ attributes }) => attributes['transform']);

it('places a line where it says, and its parts one after the other', () => {
  const line =
    '<text x="10" y="20" font-family="Box" font-size="4">ab<tspan>cd</tspan><tspan>e</tspan></text>';
  expect(places(line)).toEqual(['translate(10 20)', 'translate(14 20)', 'translate(18 20)']);
});
it.each([
  ['start', 10],
  ['middle', 7],
  ['end', 4],
])('anchors a line at its %s', (anchor, x) => {
  const style = `font-family:Box; font-size:4px; text-anchor:${anchor}`;
  expect(places(`<text x="10" y="20" style="${style}">abc</text>`)).toEqual([`translate(${x} 20)`]);
});
it('begins anew where a part is placed, and goes down by dy', () => {
  const lines =
    '<text font-family="Box" font-size="10"><tspan x="1" y="2">a</tspan><tspan x="1" dy="1.2em">b</tspan></text>';
  expect(places(lines)).toEqual(['translate(1 2)', 'translate(1 14)']);
});
it('hands down fonts from groups, and asks for the weight and slant that is meant', () => {
  within(
    '<g font-family="Box, serif" font-weight="bold"><text font-style="italic">a</text></g><text font-weight="250" font-family="Box">b</text>',
  );
  expect(asked.map(([, { families, weight, italic }]) => [families[0], weight, italic])).toEqual([
    ['Box', 700, true],
    ['Box', 250, false],
  ]);
});
it('keeps what a text looks like, and the colours of its parts', () => {
  const [group] = within(
    '<text id="sign" fill="#ff0000" transform="scale(2)" font-family="Box">a<tspan fill="#00ff00">b</tspan></text>',
  );
  expect(group).toMatchObject({
    name: 'g',
    attributes: { id: 'sign', fill: '#ff0000', transform: 'scale(2)' },
    children: [{ name: 'path' }, { name: 'path', attributes: { fill: '#00ff00' } }],
  });
});
it.each([
  ['a font that is not there', '<text font-family="Other">a</text>'],
  [
    'one part in a font that is not there',
    '<text font-family="Box">a<tspan font-family="Other">b</tspan></text>',
  ],
  ['letters placed one by one', '<text font-family="Box" x="1 2 3">abc</text>'],
  ['letters moved apart', '<text font-family="Box" style="letter-spacing: 2px">abc</text>'],
  ['letters along a path', '<text font-family="Box"><textPath href="#p">abc</textPath></text>'],
])('leaves text alone that asks for %s', (_, text) => {
  expect(within(text)[0]!.name).toBe('text');
});
