import { chartOf } from '../mouth/mouthRig';
import type { Viseme } from '../speech/visemes';
import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { withMouthDrawings } from './mouthDrawings';
import { partsOf } from './partList';
import { treeProblem } from './tree';

const given = (sounds: Readonly<Record<string, readonly Viseme[]>>) =>
  new Map(Object.entries(sounds));
const parentsOf = (character: Parameters<typeof partsOf>[0]) =>
  Object.fromEntries(partsOf(character).map(({ id, parent }) => [id, parent]));

const hidden = (name: string) => ({ ...drawnLayer(name), hidden: true });

it('loose drawings become a mouth in a group of their own, whatever was hidden', () => {
  const character = characterOf(drawnLayer('x1'), drawnLayer('x2'), hidden('x3'), hidden('x4'));
  const after = withMouthDrawings(character, given({ x2: [0], x3: [10], x4: [12] }));
  expect(parentsOf(after)).toEqual({
    x1: null,
    mouth: null,
    x2: 'mouth',
    x3: 'mouth',
    x4: 'mouth',
  });
  const mouth = after.mouth!;
  expect(mouth).toMatchObject({ kind: 'chart', part: 'mouth', chart: { rest: 'x2' } });
  expect(partsOf(after).filter((part) => part.hidden)).toEqual([]);
  expect(after.parts['mouth']).toMatchObject({ shows: 'x2' });
  expect(treeProblem(partsOf(after))).toBeNull();
});

it('the group that they alone are in is the mouth; a drawing without a sound stays in it', () => {
  const character = characterOf(
    groupOf('face', groupOf('g', hidden('x1'), hidden('x2'), drawnLayer('x3'))),
  );
  const ids = { a: 'face/g/x1', b: 'face/g/x2', c: 'face/g/x3' };
  const after = withMouthDrawings(character, given({ [ids.a]: [10], [ids.b]: [], [ids.c]: [0] }));
  expect(parentsOf(after)).toEqual(parentsOf(character));
  expect(after.mouth).toMatchObject({ kind: 'two', part: 'face/g', chart: { rest: ids.c } });
});

it('some of a group that holds more get a group of their own within it', () => {
  const face = groupOf('face', drawnLayer('thing 1'), drawnLayer('thing 2'), drawnLayer('thing 3'));
  const sounds = given({ 'face/thing 1': [0], 'face/thing 2': [10] });
  expect(parentsOf(withMouthDrawings(characterOf(face), sounds))).toEqual({
    ...{ face: null, mouth: 'face', 'face/thing 3': 'face' },
    ...{ 'face/thing 1': 'mouth', 'face/thing 2': 'mouth' },
  });
});

it('all of a group with others from elsewhere get a group of their own', () => {
  const pair = groupOf('pair', drawnLayer('thing 1'), drawnLayer('thing 2'));
  const sounds = given({ 'pair/thing 1': [0], 'pair/thing 2': [10], 'thing 3': [12] });
  const after = withMouthDrawings(characterOf(pair, drawnLayer('thing 3')), sounds);
  expect(parentsOf(after)).toMatchObject({ 'pair/thing 1': 'mouth', 'thing 3': 'mouth' });
});

it('more drawings join the mouth that there is', () => {
  const character = characterOf(
    groupOf('mouth', drawnLayer('ah'), drawnLayer('rest')),
    drawnLayer('x9'),
    drawnLayer('x8'),
  );
  const after = withMouthDrawings(character, given({ x9: [12], x8: [1] }));
  expect(parentsOf(after)).toMatchObject({ x9: 'mouth', x8: 'mouth' });
  const drawings = chartOf(after.mouth!).drawings.map(({ drawing, label }) => [drawing, label]);
  expect(Object.fromEntries(drawings)).toMatchObject({ x9: 'ee', x8: 'p b m', 'mouth/ah': 'ah' });
});
