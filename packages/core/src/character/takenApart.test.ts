import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { hash } from '../testing/testScene';
import { withBend } from './bend/bendEdits';
import { withParts } from './edits';
import { partsOf } from './partList';
import { apartProblem, withPartTakenApart } from './takenApart';
import { treeProblem } from './tree';

const drawing = (x: number, y = 0, width = 20, height = 10) => ({
  ...({ kind: 'raster', media: hash('d'), x, y, width, height } as const),
});
const piece = (name: string, ...drawings: readonly ReturnType<typeof drawing>[]) => ({
  name,
  drawings,
});
const tree = (character: Parameters<typeof partsOf>[0]) =>
  partsOf(character).map(({ id, parent }) => `${parent ?? ''}>${id}`);

describe('withPartTakenApart', () => {
  const face = characterOf(
    drawnLayer('back'),
    groupOf('head', drawnLayer('thing'), drawnLayer('hat')),
    drawnLayer('front'),
  );

  it('puts the pieces into the part, which keeps its look and has no drawing any more', () => {
    const faded = withParts(face, ['head/thing'], { opacity: 0.5, blend: 'multiply' });
    const after = withPartTakenApart(faded, 'head/thing', [
      piece('one', drawing(0)),
      piece('two', drawing(40), drawing(60)),
    ]);
    expect(tree(after)).toEqual([
      ...['>back', '>head', 'head>head/thing'],
      ...['head/thing>head/thing/one', 'head/thing>head/thing/two'],
      ...['head/thing/two>head/thing/two/two 1', 'head/thing/two>head/thing/two/two 2'],
      ...['head>head/hat', '>front'],
    ]);
    expect(after.parts['head/thing']).toMatchObject({
      ...{ drawing: null, opacity: 0.5, blend: 'multiply' },
      pivot: face.parts['head/thing']!.pivot,
    });
    expect(after.parts['head/thing/two']).toMatchObject({ pivot: { x: 60, y: 5 }, opacity: 1 });
    expect(after.drawings['head/thing']).toBeUndefined();
    expect(after.drawings['head/thing/two/two 2']).toEqual(drawing(60));
    expect(treeProblem(partsOf(after))).toBeNull();
  });

  it('leaves out pieces with nothing on them', () => {
    const after = withPartTakenApart(face, 'front', [piece('a', drawing(0)), piece('b')]);
    expect(tree(after).slice(-2)).toEqual(['>front', 'front>front/a']);
  });

  it('two whites in one drawing are the right and the left one; their pupils look within them', () => {
    const eyes = characterOf(
      drawnLayer('eye whites', { x: 20, y: 20, width: 60, height: 12 }),
      drawnLayer('left pupil', { x: 66, y: 23, width: 6, height: 6 }),
      drawnLayer('right pupil', { x: 28, y: 23, width: 6, height: 6 }),
    );
    const after = withPartTakenApart(eyes, 'eye whites', [
      piece('one', drawing(60, 20, 20, 12)),
      piece('two', drawing(20, 20, 20, 12)),
    ]);
    expect(after.parts['eye whites/one']!.meaning).toMatchObject({ role: 'white', side: 'left' });
    expect(after.parts['eye whites/two']!.meaning).toMatchObject({ role: 'white', side: 'right' });
    expect(after.eyes.pupils.map(({ pupil, white }) => [pupil, white])).toEqual([
      ['left pupil', 'eye whites/one'],
      ['right pupil', 'eye whites/two'],
    ]);
  });

  it('says nothing of three pieces, nor of what comes alone', () => {
    const hair = characterOf(drawnLayer('hair'), drawnLayer('brows'));
    const three = [piece('a', drawing(0)), piece('b', drawing(30)), piece('c', drawing(60))];
    const said = [
      ...partsOf(withPartTakenApart(hair, 'brows', three)),
      ...partsOf(withPartTakenApart(hair, 'hair', three.slice(1))),
    ];
    expect(said.map(({ meaning }) => meaning)).toEqual(said.map(() => null));
  });
});

it('a group, and a drawing that bends, can’t be taken apart', () => {
  const character = characterOf(groupOf('group', drawnLayer('tail')), drawnLayer('hat'));
  expect(apartProblem(character, 'group')).toMatch(/no drawing/);
  expect(apartProblem(character, 'gone')).toMatch(/no drawing/);
  expect(apartProblem(character, 'hat')).toBeNull();
  const square = [0, 1, 2, 3].map((at) => ({ x: at % 2, y: at >> 1 }));
  const bent = withBend(character, 'hat bends', ['hat'], [square]);
  expect(apartProblem(bent, 'hat')).toMatch(/bends/);
});
