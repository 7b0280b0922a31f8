import { lipsFrom } from '../mouth/kinds/lipsMouth';
import { describeChanges } from './changes';
import { readDocument } from './documents';
import { filmSettingsSchema } from './filmSettings';
import { hash, testMaterial } from '../testing/testScene';

const { scene, characters } = testMaterial();
const character = characters.get('character')!;
const line = scene.lines[0]!;

const production = {
  schemaVersion: 2,
  name: 'A',
  pronunciations: [{ word: 'Isbel', like: 'iz bell' }],
};

describe('readDocument', () => {
  it('takes what Cruvo itself makes', () => {
    expect(readDocument('scene', scene)).toEqual(scene);
    expect(readDocument('character', character)).toEqual(character);
    expect(readDocument('production', production)).toEqual(production);
  });
  it.each([
    ['scene', { ...scene, schemaVersion: 5 }, /newer Cruvo/],
    ['scene', { ...scene, length: -1 }, /length/],
    ['scene', { ...scene, frameRate: '26' }, /frameRate/],
    ['scene', { ...scene, cast: [] }, /member of the cast/],
    ['scene', { ...scene, stage: { ...scene.stage, background: 'red' } }, /colour/],
    [
      'scene',
      { ...scene, lines: [{ ...line, corrections: [{ start: 1, end: 0.5, drawing: 'open' }] }] },
      /order/,
    ],
    ['character', { ...character, mouth: { ...character.mouth, part: 'nobody' } }, /does not have/],
    ['character', { ...character, drawings: {} }, /does not have/],
    [
      'character',
      {
        ...character,
        drawings: { ...character.drawings, open: { ...character.drawings['open'], media: 'x' } },
      },
      /SHA-256/,
    ],
    ['production', { ...production, name: '  ' }, /name/],
    ['production', null, /can’t be used/],
    ['scene', { schemaVersion: 1 }, /can’t be used/],
  ] as const)('refuses a wrong %s and says what is wrong', (kind, body, sentence) => {
    expect(() => readDocument(kind, body)).toThrow(sentence);
  });
});

describe('documents of an older Cruvo', () => {
  const { language: _language, channel: _channel, ...oldLine } = line;
  const oldFit = {
    method: 'loudness',
    gate: 0.4,
    attack: 0.02,
    release: 0.06,
    strength: 1.2,
    hold: 1,
  };
  const old = { ...scene, schemaVersion: 1, lines: [{ ...oldLine, fit: oldFit }] };
  it('open with mouths that still follow the loudness, as they did', () => {
    const { schemaVersion, lines } = readDocument('scene', old);
    const { language, channel, mood, silence } = lines[0]!;
    expect([schemaVersion, language, channel, mood, silence]).toEqual([
      4,
      'en',
      'both',
      null,
      null,
    ]);
    expect(lines[0]!.fit).toMatchObject({
      method: 'loudness',
      gate: 0.4,
      strength: 1.2,
      hold: 1,
      early: 0,
    });
    expect(lines[0]!.fit.smooth).toBeCloseTo(0.4);
  });
  it.each([
    [
      {
        kind: 'cut',
        from: { x: 0, y: 0 },
        to: { x: 9, y: 0 },
        upper: 1,
        lower: 2,
        softness: 0.4,
        inside: '#112233',
      },
      { inside: { kind: 'color', color: '#112233' } },
    ],
    [
      {
        ...lipsFrom(
          { part: 'mouth', replaces: true },
          { x: 0, y: 0 },
          { x: 9, y: 0 },
          { x: 4, y: 3 },
        ),
        ...{ upperTeeth: undefined, lowerTeeth: undefined, teeth: true, tongue: false },
      },
      { upperTeeth: 1, lowerTeeth: 1, tongue: 0 },
    ],
  ])('open with the mouth that they had: %#', (mouth, expected) => {
    const { part } = character.mouth!;
    const brows = { left: { part, pivot: { x: 1, y: 2 } }, right: null };
    const second = {
      ...character,
      schemaVersion: 2,
      mouth: { ...mouth, part, followers: [] },
      eyes: { ...character.eyes, brows },
    };
    const opened = readDocument('character', JSON.parse(JSON.stringify(second)));
    expect(opened.mouth).toMatchObject(expected);
    expect(opened.eyes.brows).toEqual({ left: { ...brows.left, raise: 0, turn: 0 }, right: null });
  });
  it('open with no own pronunciations yet', () => {
    expect(readDocument('production', { schemaVersion: 1, name: 'A' })).toEqual({
      schemaVersion: 2,
      name: 'A',
      pronunciations: [],
    });
  });
});

describe('describeChanges', () => {
  const change = (differences: object) =>
    describeChanges(scene, { ...scene, lines: [{ ...line, ...differences }] });
  it('has nothing to say of the same scene, whatever the order of its keys', () => {
    expect(describeChanges(scene, JSON.parse(JSON.stringify(scene)))).toEqual([]);
    const turned = Object.fromEntries(Object.entries(scene).reverse()) as unknown as typeof scene;
    expect(describeChanges(scene, turned)).toEqual([]);
  });
  it.each([
    [{ script: 'other' }, /script of “hello.wav” reads “other”/],
    [{ start: 1.5 }, /starts at 1.50 s/],
    [{ track: hash('d') }, /fitted anew/],
    [{ fit: { ...line.fit, gate: 0.5 } }, /other settings/],
    [{ corrections: [{ start: 0.25, end: 0.5, drawing: 'open' }] }, /by hand at 0.25 s/],
  ])('names what is different in a line: %j', (differences, sentence) => {
    const sentences = change(differences);
    expect(sentences).toHaveLength(1);
    expect(sentences[0]).toMatch(sentence);
  });
  it('names new and lost lines, and does not list a hundred places', () => {
    expect(describeChanges(scene, { ...scene, lines: [] })).toEqual([
      'The line “hello.wav” is gone.',
    ]);
    expect(describeChanges({ ...scene, lines: [] }, scene)[0]).toMatch(/new line/);
    const many = Array.from({ length: 20 }, (_, at) => ({
      start: at / 10,
      end: (at + 1) / 10,
      drawing: 'open',
    }));
    expect(change({ corrections: many })[0]).toMatch(/14 more places/);
  });
  it.each([
    [{ name: 'New' }, /called “New”/],
    [{ length: 9 }, /9.00 s long/],
    [{ frameRate: '25' as const }, /25 frames/],
    [{ stage: { ...scene.stage, width: 100 } }, /stage/],
    [{ cast: scene.cast.map((member) => ({ ...member, x: 1 })) }, /stand elsewhere/],
  ])('names what is different in the scene: %j', (differences, sentence) => {
    expect(describeChanges(scene, { ...scene, ...differences }).join()).toMatch(sentence);
  });
});

it.each([
  [{ width: 1281 }, /even/],
  [{ height: 10 }, /at least 64/],
  [{ width: 9000 }, /at most 4096/],
  [{ width: Number.NaN }, /number of pixels/],
  [{ frameRate: '13' }, /one of 12/],
  [{ background: 'blue' }, /colour/],
])('refuses a film of %j', (wrong, sentence) => {
  const good = { width: 1280, height: 720, frameRate: '24', background: '#ffffff' };
  expect(filmSettingsSchema.isValidSync(good)).toBe(true);
  expect(() => filmSettingsSchema.validateSync({ ...good, ...wrong })).toThrow(sentence);
});
