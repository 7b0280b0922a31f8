import fc from 'fast-check';
import { faceOfMesh, MESH_POINTS, type MeshPoint } from './faceOfMesh';

const PICTURE = { width: 640, height: 480 };
const SIZE = 100;

/** A face that looks ahead with open eyes and a closed mouth, in units of what lies between the outer corners of its eyes. */
const PLAIN: Readonly<Record<number, MeshPoint>> = {
  ...{ 10: [0, -0.8, 0], 152: [0, 1.1, 0], 1: [0, 0.3, -0.5], 454: [0.8, 0.1, 0.4] },
  ...{ 234: [-0.8, 0.1, 0.4], 13: [0, 0.66, 0], 14: [0, 0.68, 0], 291: [0.25, 0.67, 0] },
  ...{ 61: [-0.25, 0.67, 0], 362: [0.2, 0, 0], 263: [0.5, 0, 0], 386: [0.35, -0.045, 0] },
  ...{ 374: [0.35, 0.045, 0], 473: [0.35, 0, 0], 334: [0.35, -0.27, 0], 33: [-0.5, 0, 0] },
  ...{ 133: [-0.2, 0, 0], 159: [-0.35, -0.045, 0], 145: [-0.35, 0.045, 0] },
  ...{ 468: [-0.35, 0, 0], 105: [-0.35, -0.27, 0] },
};

/** A mesh with some points elsewhere, turned about the three axes, somewhere in the picture. */
function mesh(
  change: Readonly<Record<number, MeshPoint>> = {},
  { turn = 0, nod = 0, tilt = 0, x = 320, y = 240 - 0.3 * SIZE, size = SIZE } = {},
): MeshPoint[] {
  return Array.from({ length: MESH_POINTS }, (_, index): MeshPoint => {
    const [px, py, pz] = { ...PLAIN, ...change }[index] ?? [0, 0, 0];
    // The nose goes to the right, then down, then the head tilts clockwise.
    const [ax, az] = [
      px * Math.cos(turn) - pz * Math.sin(turn),
      px * Math.sin(turn) + pz * Math.cos(turn),
    ];
    const [by, bz] = [
      py * Math.cos(nod) - az * Math.sin(nod),
      py * Math.sin(nod) + az * Math.cos(nod),
    ];
    const [cx, cy] = [
      ax * Math.cos(tilt) - by * Math.sin(tilt),
      ax * Math.sin(tilt) + by * Math.cos(tilt),
    ];
    return [x + size * cx, y + size * cy, size * bz];
  });
}
const read = (...args: Parameters<typeof mesh>) => faceOfMesh(mesh(...args), PICTURE);

describe('a face that is read off its mesh', () => {
  it('is at rest where it looks ahead', () => {
    for (const value of Object.values(read())) expect(value).toBeCloseTo(0, 1);
  });
  it('turns, nods and tilts as the head does', () => {
    const { turn, nod, tilt } = read({}, { turn: 0.3 });
    expect([turn, nod, tilt]).toEqual([0.5, 0, 0].map((value) => expect.closeTo(value, 5)));
    expect(read({}, { nod: 0.225 })).toMatchObject({ nod: expect.closeTo(0.5, 5), turn: 0 });
    expect(read({}, { tilt: -0.25 }).tilt).toBeCloseTo(-0.5, 5);
    expect(read({}, { turn: 1.2 }).turn).toBe(1);
  });
  it('looks, blinks and raises one brow', () => {
    const right = read({ 473: [0.38, 0.02, 0], 468: [-0.32, 0.02, 0] });
    expect(right['gaze across']).toBeCloseTo(0.5, 2);
    expect(right['gaze down']).toBeCloseTo(0.53, 1);
    const wink = read({ 386: [0.35, -0.01, 0], 374: [0.35, 0.01, 0] });
    expect([wink['left lid'], wink['right lid']]).toEqual([1, 0]);
    const brow = read({ 334: [0.35, -0.33, 0] });
    expect([brow['left brow'], brow['right brow']]).toEqual([
      expect.closeTo(0.75),
      expect.closeTo(0),
    ]);
  });
  it('opens its mouth, smiles and pouts', () => {
    expect(read({ 14: [0, 0.88, 0] })['mouth open']).toBeCloseTo(0.55, 1);
    const smile = read({ 291: [0.36, 0.6, 0], 61: [-0.36, 0.6, 0] });
    expect([smile.smile, smile['mouth wide']]).toEqual([expect.closeTo(0.7), expect.closeTo(0.68)]);
    // Down is along the face, not towards a chin that lies aside.
    const aside = read({ 291: [0.36, 0.6, 0], 61: [-0.36, 0.64, 0], 152: [0.3, 1.1, 0] });
    expect(aside.smile).toBeCloseTo(0.5);
    const low = read({ 14: [0.05, 0.88, 0] });
    expect(read({ 14: [0.05, 0.88, 0], 152: [0.3, 1.1, 0] })['mouth open']).toBeCloseTo(
      low['mouth open'],
      5,
    );
    expect(read({ 291: [0.18, 0.67, 0], 61: [-0.18, 0.67, 0] }).pout).toBeGreaterThan(0.8);
  });
  it('does the same with its eyes and its mouth however the head is turned, near or far', () => {
    const angle = fc.double({ min: -0.5, max: 0.5, noNaN: true });
    const change: Readonly<Record<number, MeshPoint>> = {
      ...{ 14: [0, 0.8, 0], 473: [0.37, 0, 0], 468: [-0.33, 0, 0] },
    };
    const ahead = read(change);
    fc.assert(
      fc.property(
        ...[angle, angle, angle, fc.double({ min: 30, max: 200, noNaN: true })],
        (turn, nod, tilt, size) => {
          const face = read(change, { turn, nod, tilt, size });
          for (const channel of ['mouth open', 'gaze across', 'left lid', 'smile'] as const) {
            expect(face[channel]).toBeCloseTo(ahead[channel], 3);
          }
        },
      ),
    );
  });
  it('tells where in the picture it is, and is finite where all points are one', () => {
    expect(read({}, { x: 480, y: 360 - 0.3 * SIZE })).toMatchObject({
      ...{ x: expect.closeTo(0.5), y: expect.closeTo(0.5) },
    });
    const flat = faceOfMesh(
      Array.from({ length: MESH_POINTS }, () => [1, 1, 1]),
      PICTURE,
    );
    expect(Object.values(flat).every(Number.isFinite)).toBe(true);
  });
});
