import { colorOf } from './color';

describe('colorOf', () => {
  it.each([
    ['#abc', 1, '#aabbcc'],
    ['tomato', 1, '#ff6347'],
    ['tomato', 0.5, 'rgba(255, 99, 71, 0.5)'],
    ['rgb(10%, 20%, 30%)', 1, '#1a334d'],
    ['rgba(0, 0, 0, 0.5)', 0.5, 'rgba(0, 0, 0, 0.25)'],
    ['#ff0000 icc-color(cmyk, 0, 1, 1, 0)', 1, '#ff0000'],
    ['currentColor', 1, '#008000'],
    ['a colour of no name', 1, '#000000'],
  ])('reads %s at %s as %s', (value, opacity, read) => {
    expect(colorOf(value, opacity, { color: 'green' })).toBe(read);
  });
});
