import { number, object, string } from 'yup';
import { schemaByKind } from './schemaByKind';

type Shape =
  | { readonly kind: 'circle'; readonly radius: number }
  | { readonly kind: 'word'; readonly text: string };

const schema = schemaByKind<Shape>({
  circle: object({ radius: number().required() }),
  word: object({ text: string().required() }),
});

it.each([
  [{ kind: 'circle', radius: 2 }, true],
  [{ kind: 'word', text: 'fog' }, true],
  [{ kind: 'circle', text: 'fog' }, false],
  [{ kind: 'square', radius: 2 }, false],
  // Names that every object has.
  [{ kind: 'toString' }, false],
  [{ radius: 2 }, false],
  [null, false],
  ['circle', false],
])('%j is a shape: %s', (value, is) => {
  expect(schema.isValidSync(value, { strict: true })).toBe(is);
});
