import { parseSvg, svgText } from './parse';
import { withVariables } from './variables';

const resolved = (inside: string) =>
  svgText(withVariables(parseSvg(`<svg viewBox="0 0 9 9">${inside}</svg>`))).replace(
    /^<svg[^>]*>|<\/svg>$/g,
    '',
  );

it.each([
  [
    'in attributes and styles',
    '<g style="--skin:#f90"><path fill="var(--skin)" style="stroke:var(--skin)"/></g>',
    '<g style=""><path fill="#f90" style="stroke:#f90"></path></g>',
  ],
  [
    'by the nearest that says it',
    '<g style="--a:red"><g style="--a:lime"><path fill="var(--a)"/></g><path fill="var(--a)"/></g>',
    '<g style=""><g style=""><path fill="lime"></path></g><path fill="red"></path></g>',
  ],
  [
    'of each other',
    '<g style="--a:red"><g style="--b:var(--a)"><path fill="var(--b)"/></g></g>',
    '<g style=""><g style=""><path fill="red"></path></g></g>',
  ],
  [
    'or what stands in for them, also within it',
    '<path fill="var(--a, var(--b, rgb(1, 2, 3)))"/>',
    '<path fill="rgb(1, 2, 3)"></path>',
  ],
  ['or not at all', '<path fill="var(--a)" d="M0 0"/>', '<path d="M0 0"></path>'],
])('variables are resolved %s', (_, inside, wanted) => expect(resolved(inside)).toBe(wanted));

it('one that stands for itself is left out', () => {
  expect(resolved('<g style="--a:var(--a)"><path fill="var(--a)"/></g>')).not.toContain('var(');
});

it('a drawing without any is the same one', () => {
  const root = parseSvg('<svg viewBox="0 0 9 9"><path style="--unused:1"/></svg>');
  expect(withVariables(root)).toBe(root);
});
