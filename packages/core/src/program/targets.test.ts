import { richScene } from '../testing/richScene';
import { compile } from './compile';
import { overridesOf, placeOfTarget, valueOfShare } from './targets';

it('both axes of a point make one value; one that is not moved stays at rest', () => {
  const { controls } = compile(richScene()).members[0]!;
  const overrides = overridesOf(
    controls,
    new Map([
      ['gaze/x', 4],
      ['mouth.jaw', 0.5],
      ['gone', 1],
    ]),
  );
  expect(overrides).toEqual(
    new Map<string, unknown>([
      ['gaze', { x: 4, y: 0 }],
      ['mouth.jaw', 0.5],
    ]),
  );
  expect(overridesOf(controls, new Map([['gaze/y', 2]])).get('gaze')).toEqual({ x: 0, y: 2 });
});

it('a share goes from rest to either limit', () => {
  const { controls } = compile(richScene()).members[0]!;
  const place = placeOfTarget(controls, 'mouth.width')!;
  const rest = controls.rest[place.slot]!;
  expect([-1, 0, 0.5, 1].map((share) => valueOfShare(controls, place, share))).toEqual([
    rest - place.down,
    rest,
    rest + 0.5 * place.up,
    rest + place.up,
  ]);
});
