import { USUAL_BODY, type Body } from './body';
import { Obstacles } from './obstacles';
import type { Rigid, RigidShape } from './rigid';

const rigid = (shape: RigidShape, kind: Body['kind'] = 'solid'): Rigid => ({
  body: {
    ...{ ...USUAL_BODY, id: 'a', order: 'a', name: 'a', member: 'stage', part: 'a', kind },
    shape: { kind: 'box' },
  },
  shape,
});
const square = rigid({
  kind: 'pieces',
  pieces: [Float32Array.of(-50, -50, 50, -50, 50, 50, -50, 50)],
});

it('tells where something came in, and which way leads out again', () => {
  const obstacles = new Obstacles([square], Float32Array.of(300, 300, 0));
  expect(obstacles.meets(310, 255, 0, 600)).toEqual({
    ...{ x: expect.closeTo(310), y: expect.closeTo(250) },
    ...{ awayX: expect.closeTo(0), awayY: expect.closeTo(-1) },
  });
  // From the side it came in by, though the top is nearer.
  expect(obstacles.meets(258, 252, 600, 0)).toMatchObject({ awayX: expect.closeTo(-1) });
  expect(obstacles.meets(240, 300, 600, 0)).toBeNull();
});

it('turns and moves with its body', () => {
  const turned = new Obstacles([square], Float32Array.of(300, 300, Math.PI / 4));
  expect(turned.meets(300, 235, 0, 600)).not.toBeNull();
  expect(turned.meets(252, 252, 0, 600)).toBeNull();
});

it('is round where the body is', () => {
  const ball = new Obstacles([rigid({ kind: 'circle', radius: 50 })], Float32Array.of(300, 300, 0));
  expect(ball.meets(300, 255, 0, 600)).toMatchObject({ awayY: expect.closeTo(-1, 1) });
  expect(ball.meets(262, 262, 0, 600)).toBeNull();
});

it('is not there for what is not seen, and for what falls through everything', () => {
  const through = rigid(square.shape, 'through');
  expect(new Obstacles([through], Float32Array.of(300, 300, 0)).meets(300, 300, 0, 9)).toBeNull();
  expect(new Obstacles([square], Float32Array.of(NaN, 300, 0)).meets(300, 300, 0, 9)).toBeNull();
});
