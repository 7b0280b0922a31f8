import { assignFiles, type SlotName } from './assignFiles';

const file = (name: string, type = '') => new File([''], name, { type });
const assign = (names: string[], filled: SlotName[] = []) => {
  const { slots, leftOver } = assignFiles(
    names.map((name) => file(name)),
    new Set(filled),
  );
  const named = Object.fromEntries(Object.entries(slots).map(([slot, { name }]) => [slot, name]));
  return { ...named, leftOver: leftOver.map(({ name }) => name) };
};

it.each([
  [
    ['wide-open.png', 'hello.wav', 'mouth closed.png'],
    { closed: 'mouth closed.png', open: 'wide-open.png', voice: 'hello.wav' },
  ],
  [['a.png', 'b.jpg', 'c.mp3'], { closed: 'a.png', open: 'b.jpg', voice: 'c.mp3' }],
  [['open.svg', 'b.webp'], { closed: 'b.webp', open: 'open.svg' }],
  [['open 1.png', 'open 2.png'], { open: 'open 1.png', closed: 'open 2.png' }],
])('finds the place of each of %j', (names, expected) => {
  expect(assign(names)).toEqual({ ...expected, leftOver: [] });
});

it('fills what is still empty', () => {
  expect(assign(['b.png', 'v.ogg'], ['closed'])).toMatchObject({ open: 'b.png', voice: 'v.ogg' });
});

it('says what it has no place for', () => {
  expect(assign(['a.png', 'b.png', 'c.png', 'v.wav', 'w.wav', 'notes.txt']).leftOver).toEqual(
    expect.arrayContaining(['c.png', 'w.wav', 'notes.txt']),
  );
});

it('goes by the type where the name tells nothing', () => {
  const { slots } = assignFiles([file('x', 'audio/wav'), file('y', 'image/png')], new Set());
  expect([slots.voice?.name, slots.closed?.name]).toEqual(['x', 'y']);
});
