import { CHARACTER_VERSION } from '../../character/character';
import { chartOf } from '../../mouth/mouthRig';
import { partsOf } from '../../character/partList';
import { PRODUCTION_VERSION } from '../../scene/production';
import { IDENTITY } from '../../geometry';
import { inOrder } from '../../records';
import { backdropItems, backdropPlace } from '../../scene/backdrop';
import { castOf } from '../../scene/cast';
import { linesOf, SCENE_VERSION, speakerOf } from '../../scene/scene';
import { toFlicks } from '../../time';
import { readDocument, type DocumentKind } from '../documents';
import { FIXTURES } from '../fixtures';

const VERSIONS: Record<DocumentKind, number> = {
  production: PRODUCTION_VERSION,
  character: CHARACTER_VERSION,
  scene: SCENE_VERSION,
};

describe.each(Object.keys(VERSIONS) as DocumentKind[])(
  'every %s that was ever released',
  (kind) => {
    const saved = FIXTURES.filter((fixture) => fixture.kind === kind);
    it('is kept, of each version', () => {
      const versions = new Set(saved.map(({ body }) => body.schemaVersion));
      expect([...versions]).toEqual(Array.from({ length: VERSIONS[kind] }, (_, at) => at + 1));
    });
    it.each(saved)('opens: $name', ({ body }) => {
      const opened = readDocument(kind, body);
      expect(opened.schemaVersion).toBe(VERSIONS[kind]);
      // What is opened can be saved, and opens as it is.
      expect(readDocument(kind, JSON.parse(JSON.stringify(opened)))).toEqual(opened);
    });
  },
);

const scenes = FIXTURES.filter(({ kind }) => kind === 'scene');

it.each(scenes)('mouths set by hand stay where they were: $name', ({ body }) => {
  const scene = readDocument('scene', body);
  const { corrections, start, fit } = scene.lines['line']!;
  const frame = toFlicks(1 / 24);
  expect(corrections).toEqual([
    { start: frame, end: 5 * frame, drawing: 'open' },
    { start: 5 * frame, end: toFlicks(0.7), drawing: 'closed' },
  ]);
  expect([start, scene.length, fit.hold]).toEqual([toFlicks(0.5), 100 * frame, fit.hold]);
  expect(castOf(scene).map(({ id }) => id)).toEqual(['member', 'other']);
  const speakers = linesOf(scene).map((line) => speakerOf(scene, line));
  expect([...new Set(speakers)]).toEqual(['member', 'other']);
});

it('mouths that followed the loudness still do, as they did', () => {
  const { fit, language, channel } = readDocument('scene', scenes[0]!.body).lines['line']!;
  expect(fit).toMatchObject({ method: 'loudness', gate: 0.4, hold: 1, leadSeconds: 0 });
  expect(fit.smooth).toBeCloseTo(0.4);
  expect([language, channel]).toEqual(['en', 'both']);
});

it('rows are shown in the order in which they were', () => {
  const shown = (version: number) => {
    const { body } = scenes.find(({ body }) => body.schemaVersion === version)!;
    return inOrder(readDocument('scene', body).rows).map(({ target }) => target);
  };
  // Until then, whoever stood in front was shown first.
  expect(shown(8)).toEqual(['other', 'member']);
  expect(shown(9)).toEqual(['member', 'other']);
});

it('lines show in their pauses what they did', () => {
  const drawings = scenes.map(
    ({ body }) => readDocument('scene', body).lines['line']!.pauseDrawing,
  );
  expect(drawings.slice(0, 4)).toEqual([null, null, null, 'closed']);
});

it('lines of before are heard as they were, from their beginning to their end', () => {
  for (const { body } of scenes.slice(0, 5)) {
    const line = readDocument('scene', body).lines['line']!;
    const { offset, length, gain, fadeIn, fadeOut, name, voice, duration } = line;
    expect([offset, length, gain, fadeIn, fadeOut]).toEqual([0, voice!.duration, 0, 0, 0]);
    expect([duration, voice!.scratch]).toEqual([voice!.duration, null]);
    expect(name).toBe('hello');
  }
});

it('a backdrop of one picture lies where it did, and fills a stage of another size', () => {
  const { body } = scenes.find(({ name }) => name === 'scene-6')!;
  const drawing = {
    ...{ kind: 'vector', media: 'e'.repeat(64), x: 40, y: 20 },
    ...{ width: 880, height: 495 },
  };
  const { backdrop, stage } = readDocument('scene', { ...body, backdrop: drawing });
  expect(Object.values(backdrop!.drawings)).toEqual([drawing]);
  expect(backdropPlace(backdrop!, stage)).toEqual(IDENTITY);
  expect(backdropItems(backdrop!, stage).behind).toHaveLength(1);
  expect(backdropPlace(backdrop!, { width: 3840, height: 2160 })[0]).toBe(2);
});

const characters = FIXTURES.filter(({ kind }) => kind === 'character');

it('parts keep their painting order', () => {
  const [old] = characters.filter(({ name }) => name === 'character-3-drawn');
  const before = (old!.body as unknown as { parts: { id: string }[] }).parts;
  const after = partsOf(readDocument('character', old!.body));
  expect(after.map(({ id }) => id)).toEqual(before.map(({ id }) => id));
});

it('a mouth of the first version keeps the drawings that scenes refer to', () => {
  const { mouth } = readDocument('character', characters[0]!.body);
  expect(mouth!.kind).toBe('two');
  expect(chartOf(mouth!).drawings.map(({ drawing }) => drawing)).toEqual(['closed', 'open']);
});

it.each([
  ['character-2-cut', { inside: { kind: 'color', color: '#5a1f1c' } }],
  ['character-2-lips', { upperTeeth: 1, lowerTeeth: 1, tongue: 1 }],
])('a mouth of the second version looks as it did: %s', (wanted, mouth) => {
  const { body } = characters.find(({ name }) => name === wanted)!;
  const opened = readDocument('character', body);
  expect(opened.mouth).toMatchObject(mouth);
  expect(opened.eyes.brows.left).toMatchObject({ raise: 0, turn: 0 });
});
