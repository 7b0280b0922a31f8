import fc from 'fast-check';
import {
  LONGEST_LIVE_MESSAGE,
  overridesFrom,
  readLiveMessage,
  type LiveMessage,
} from './liveMessages';
import { livePageSettingsSchema, USUAL_LIVE_PAGE } from './livePage';

const state: LiveMessage = {
  ...{ kind: 'state', sound: 12.5 },
  members: { isbel: { 'mouth.jaw': 0.4, gaze: { x: 1, y: 2 }, 'mouth.drawing': 'ah' } },
};

it.each<LiveMessage>([
  { kind: 'hello' },
  { kind: 'changed' },
  { kind: 'desk', there: true },
  { kind: 'pages', count: 2 },
  { kind: 'painted', sound: 1, at: 2 },
  { ...state, sound: null },
  state,
])('%j is read as it was written', (message) => {
  expect(readLiveMessage(JSON.stringify(message))).toEqual(message);
});

it.each([
  ['', 'nothing'],
  ['{', 'half of a message'],
  ['[]', 'a list'],
  ['null', 'null'],
  ['{"kind":"explode"}', 'an unknown kind'],
  ['{"kind":"toString"}', 'a name that objects have'],
  ['{"kind":"state","sound":null,"members":{"isbel":{"jaw":null}}}', 'a value that is none'],
  ['{"kind":"state","sound":null,"members":[]}', 'a list of members'],
  ['{"kind":"state","members":{}}', 'a field that is missing'],
  ['{"kind":"pages","count":"2"}', 'a number in quotes'],
  [JSON.stringify({ kind: 'hello', more: 'x'.repeat(LONGEST_LIVE_MESSAGE) }), 'too much'],
])('passes over %s (%s)', (text) => {
  expect(readLiveMessage(text)).toBeNull();
});

it('passes over anything else', () => {
  fc.assert(
    fc.property(fc.anything(), (value) => {
      expect(readLiveMessage(value)).toBeNull();
      const read = readLiveMessage(JSON.stringify(value) ?? '');
      expect(read === null || typeof read.kind === 'string').toBe(true);
    }),
  );
});

it('overrides are of one member', () => {
  if (state.kind !== 'state') throw new Error('It is a state.');
  expect(overridesFrom(state.members, 'isbel').get('mouth.drawing')).toBe('ah');
  expect(overridesFrom(state.members, 'wick').size).toBe(0);
  expect(overridesFrom(state.members, 'toString').size).toBe(0);
});

it.each([
  [{ crop: { x: 0.5, y: 0, width: 0.6, height: 1 } }, /must lie on the stage/],
  [{ crop: { x: 0, y: 0, width: 0.01, height: 1 } }, /greater than or equal/],
  [{ background: 'blue' }, /colour/],
  [{ driver: 'wind' }, /driver/],
])('a live page can’t show %j', (wrong, sentence) => {
  expect(livePageSettingsSchema.isValidSync(USUAL_LIVE_PAGE)).toBe(true);
  expect(() => livePageSettingsSchema.validateSync({ ...USUAL_LIVE_PAGE, ...wrong })).toThrow(
    sentence,
  );
});
