import { INPUT, inputOf, USUAL_BODY, type Body } from '../bodies';
import { placesOf } from '../character/posed';
import { IDENTITY } from '../geometry';
import { meshOf } from '../mesh';
import { AT_REST, type Pose } from '../pose';
import { richScene } from '../testing/richScene';
import { carriedPieces, placeOfPart, writeTargets, type BodyOwner } from './bodyCarriers';

const parts = richScene().characters.get('two')!;
const PART = Object.values(parts.parts).find(({ drawing }) => drawing !== null)!.id;
const { x, y, width, height } = parts.drawings[parts.parts[PART]!.drawing!]!;
const owner = (bends: boolean): BodyOwner => ({ parts, place: IDENTITY, bends: () => bends });
const body = (fields: Partial<Body> = {}): Body => ({
  ...{ ...USUAL_BODY, id: 'a', order: 'a', name: 'a', member: 'two', part: PART },
  ...{ kind: 'solid', shape: { kind: 'box' } },
  ...fields,
});
const targetsOf = (bends: boolean, pose: Pose) => {
  const pieces = carriedPieces(body(), owner(bends));
  const inputs = new Float64Array(inputOf(pieces.length));
  writeTargets(pieces, 0, placesOf(parts, IDENTITY, pose), pose, inputs);
  const at = (piece: number, what: number) => inputs[inputOf(piece) + what]!;
  return pieces.map((_, one) => ({ x: at(one, INPUT.x), turn: at(one, INPUT.turn) }));
};

/** The part sheared to the right, by as much as its height at its upper edge. */
function sheared(): Pose {
  const outline = [
    [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ],
  ];
  const mesh = meshOf(outline, []);
  const points = mesh.rest.map((value, at) =>
    at % 2 === 0 ? value + (y + height - mesh.rest[at + 1]!) : value,
  );
  return new Map([[PART, { bend: { mesh, points } }]]);
}

it('cuts what bends into pieces, each of which its mesh carries where it is', () => {
  const [rest, bent] = [targetsOf(true, AT_REST), targetsOf(true, sheared())];
  expect(rest.length).toBeGreaterThan(8);
  const moved = bent.map((one, at) => one.x - rest[at]!.x);
  expect(Math.min(...moved)).toBeLessThan(0.2 * height);
  expect(Math.max(...moved)).toBeGreaterThan(0.8 * height);
});

it('keeps what does not bend in one piece, and what is loose too', () => {
  expect(carriedPieces(body(), owner(false))).toHaveLength(1);
  expect(carriedPieces(body({ kind: 'loose' }), owner(true))).toHaveLength(1);
});

it('puts a part where its piece stands', () => {
  const [piece] = carriedPieces(body({ kind: 'loose' }), owner(false));
  const [target] = targetsOf(false, AT_REST);
  const rest = placesOf(parts, IDENTITY, AT_REST).get(PART)!;
  const middle = { x: target!.x, y: piece!.at.y, turn: target!.turn };
  placeOfPart(piece!, middle).forEach((value, at) => expect(value).toBeCloseTo(rest[at]!, 1));
});

it('is nothing where the shape has no area', () => {
  const flat = { kind: 'outline', corners: [0, 0, 10, 0, 20, 0] } as const;
  expect(carriedPieces(body({ shape: flat }), owner(false))).toEqual([]);
});
