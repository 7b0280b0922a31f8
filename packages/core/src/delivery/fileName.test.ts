import { fileName } from './fileName';

it.each([
  ['Saltmarsh Weather', 'Saltmarsh Weather'],
  ['Fog / Rain: 7 o’clock?', 'Fog Rain 7 o’clock'],
  ['..\\..\\etc', 'etc'],
  ['霧🌫️', '霧🌫️'],
  [' . ', 'film'],
  ['', 'film'],
  ['con', 'film'],
  ['x'.repeat(200), 'x'.repeat(80)],
  ['a\nb', 'a b'],
])('“%s” is written as “%s”', (name, written) => {
  expect(fileName(name)).toBe(written);
});
