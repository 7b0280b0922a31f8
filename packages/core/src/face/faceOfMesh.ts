import { clamp } from '../numbers';
import { FACE_AT_REST, type FaceValues } from './channels';

/** A point of a face: right and down in pixels of the picture, and away from the camera in the same unit. */
export type MeshPoint = readonly [x: number, y: number, z: number];

/**
 * Where on a face mesh of 478 points, 10 of them of the irises, the points that count are; left and right are the sides
 * of whom the face belongs to. The order is that of Kartynnik et al., Real-time Facial Surface Geometry from Monocular
 * Video on Mobile GPUs (2019), and Ablavatski et al., Real-time Pupil Tracking from Monocular Video (2020).
 */
const AT = {
  ...{ forehead: 10, chin: 152, nose: 1, leftCheek: 454, rightCheek: 234 },
  ...{ upperLip: 13, lowerLip: 14, leftCorner: 291, rightCorner: 61 },
} as const;

/** Points of an eye: its corners as the picture goes, its lids, its iris, and the middle of its brow. */
const EYES = {
  left: { from: 362, to: 263, upper: 386, lower: 374, iris: 473, brow: 334 },
  right: { from: 33, to: 133, upper: 159, lower: 145, iris: 468, brow: 105 },
} as const;

export const MESH_POINTS = 478;

/** How far heads turn, nod and tilt as a rule, radians. */
const [TURNS, NODS, TILTS] = [0.6, 0.45, 0.5];

/**
 * What a face does, read off its mesh. How far its brows and the corners of its mouth are from rest differs from one
 * person to another: that is what setting the rest is for. Cheeks can't be told from a mesh and stay at rest.
 *
 * @param points MESH_POINTS of them
 * @param picture its size in pixels
 */
export function faceOfMesh(
  points: readonly MeshPoint[],
  picture: { readonly width: number; readonly height: number },
): FaceValues {
  const at = (index: number) => points[index]!;
  const across = minus(at(AT.leftCheek), at(AT.rightCheek));
  const along = minus(at(AT.chin), at(AT.forehead));
  // How a face looks from ahead, however the head is turned.
  const right = scaled(across, 1 / lengthOf(across));
  const upright = minus(along, scaled(right, dot(along, right)));
  const down = scaled(upright, 1 / lengthOf(upright));
  const size = lengthOf(minus(at(EYES.left.to), at(EYES.right.from)));
  const rightwards = (vector: MeshPoint) => dot(vector, right) / size;
  const downwards = (vector: MeshPoint) => dot(vector, down) / size;

  const eye = ({ from, to, upper, lower, iris, brow }: (typeof EYES)['left' | 'right']) => {
    const middle = scaled(plus(at(from), at(to)), 0.5);
    const half = rightwards(minus(at(to), at(from))) / 2 || 1;
    const looks = minus(at(iris), middle);
    const open = downwards(minus(at(lower), at(upper))) / (2 * half);
    return {
      across: rightwards(looks) / half / 0.4,
      down: downwards(looks) / half / 0.25,
      lid: clamp(1 - (open - 0.1) / 0.18, 0, 1),
      brow: clamp((downwards(minus(middle, at(brow))) - 0.27) / 0.08, -1, 1),
    };
  };
  const [left, rightEye] = [eye(EYES.left), eye(EYES.right)];
  const corners = minus(at(AT.leftCorner), at(AT.rightCorner));
  const width = rightwards(corners);
  const lips = scaled(plus(at(AT.upperLip), at(AT.lowerLip)), 0.5);
  const ends = scaled(plus(at(AT.leftCorner), at(AT.rightCorner)), 0.5);
  const nose = at(AT.nose);
  return {
    ...FACE_AT_REST,
    x: both((2 * nose[0]) / picture.width - 1),
    y: both((2 * nose[1]) / picture.height - 1),
    turn: both(Math.atan2(across[2], Math.hypot(across[0], across[1])) / TURNS),
    nod: both(Math.atan2(along[2], Math.hypot(along[0], along[1])) / NODS),
    tilt: both(Math.atan2(across[1], across[0]) / TILTS),
    'gaze across': both((left.across + rightEye.across) / 2),
    'gaze down': both((left.down + rightEye.down) / 2),
    ...{ 'left lid': left.lid, 'right lid': rightEye.lid },
    ...{ 'left brow': left.brow, 'right brow': rightEye.brow },
    'mouth open': one(downwards(minus(at(AT.lowerLip), at(AT.upperLip))) / 0.4),
    'mouth wide': one((width - 0.55) / 0.25),
    smile: one(downwards(minus(lips, ends)) / 0.1),
    pout: one((0.5 - width) / 0.15),
  };
}

const minus = (a: MeshPoint, b: MeshPoint): MeshPoint => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const plus = (a: MeshPoint, b: MeshPoint): MeshPoint => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const scaled = (a: MeshPoint, by: number): MeshPoint => [by * a[0], by * a[1], by * a[2]];
const dot = (a: MeshPoint, b: MeshPoint) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const lengthOf = (a: MeshPoint) => Math.sqrt(dot(a, a)) || 1;
const both = (value: number) => clamp(value, -1, 1);
const one = (value: number) => clamp(value, 0, 1);
