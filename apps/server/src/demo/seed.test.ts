import type { Character } from '@cruvo/core/character';
import { mixControls } from '@cruvo/core/controls';
import { readDocument } from '@cruvo/core/document';
import { drawingsIn } from '@cruvo/core/frame';
import { chartOf, moodsOf } from '@cruvo/core/mouth';
import { endOfTake, readRecording, takesOf, type PassRecording } from '@cruvo/core/passes';
import { compile, Player, type Program, type SceneMaterial } from '@cruvo/core/program';
import { endOf, linesOf, speakerOf } from '@cruvo/core/scene';
import { readTrack } from '@cruvo/core/speech';
import { toFlicks } from '@cruvo/core/time';
import { testStudio } from '../testing/studio';
import { DEMO } from './ids';
import { seedDemo } from './seed';

const studio = testStudio();
let isbel: Character;
let program: Program;
let player: Player;
/** The drawings of each frame of sixteen seconds, by their keys. */
let framesShown: string[][];

beforeAll(async () => {
  const { documents, tracks } = studio.services;
  await seedDemo(studio.services);
  isbel = readDocument('character', (await documents.read(DEMO.isbel)).body);
  const scene = readDocument('scene', (await documents.read(DEMO.scene)).body);
  const track = scene.lines['bulletin']!.track!;
  program = compile({
    scene,
    characters: new Map([[DEMO.isbel, isbel]]),
    tracks: new Map([[track, await tracks.readBytes(track).then(readTrack)]]),
  });
  player = new Player(program);
  framesShown = Array.from({ length: 24 * 16 }, (_, frame) => shownAt((frame + 0.5) / 24));
  // Eleven voices are opened and heard, also on a busy machine.
}, 240_000);

/** The drawings shown at a time, by their keys. */
function shownAt(time: number): string[] {
  const keys = new Map(Object.entries(isbel.drawings).map(([key, { media }]) => [media, key]));
  const painted = drawingsIn(player.seek(toFlicks(time)).items);
  return painted.flatMap(({ media }) => keys.get(media) ?? []);
}

describe('the demo', () => {
  it('is made once, however often it is asked for', async () => {
    await seedDemo(studio.services);
    const productions = await studio.services.documents.list({ kind: 'production' });
    expect(productions.map(({ name }) => name)).toEqual(['Saltmarsh Weather']);
    const { body } = await studio.services.documents.read(DEMO.production);
    expect(body).toMatchObject({ pronunciations: [{ word: 'Isbel', like: 'iz bell' }] });
  });

  it('has every picture that it refers to', async () => {
    const { backdrop } = program.scene;
    const drawings = [backdrop!, isbel].flatMap((one) => Object.values(one.drawings));
    const hashes = drawings.map(({ media }) => media);
    for (const hash of hashes) {
      expect((await studio.services.media.info(hash)).type).toBe('image/svg+xml');
    }
  });

  it('gives Isbel six mouths at least, and eyes that close', () => {
    expect(isbel.mouth!.kind).toBe('chart');
    expect(chartOf(isbel.mouth!).drawings.length).toBeGreaterThanOrEqual(6);
    expect(isbel.eyes.lids).toMatchObject({ kind: 'swap', closed: ['eyes/closed'] });
    expect(isbel.eyes.pupils).toHaveLength(2);
    expect(isbel.eyes.brows).toMatchObject({ left: { part: 'brow left' } });
    expect(moodsOf(chartOf(isbel.mouth!))).toEqual(['cheerful', 'cross']);
  });

  it('speaks with more than open and shut, and rests before the first word', () => {
    const mouths = framesShown.flatMap((keys) => keys.filter((key) => key.startsWith('mouth/')));
    expect(mouths[0]).toBe('mouth/cheerful/rest');
    for (const drawing of ['rest', 'eh', 'ah', 'mbp', 'oo']) {
      expect(
        mouths.filter((key) => key === `mouth/cheerful/${drawing}`).length / mouths.length,
      ).toBeGreaterThan(0.02);
    }
  });

  it('blinks now and then, for a few frames each time', () => {
    const closed = framesShown.map((keys) => keys.includes('eyes/closed'));
    const share = closed.filter(Boolean).length / closed.length;
    expect(share).toBeGreaterThan(0.005);
    expect(share).toBeLessThan(0.08);
  });

  it('shows one mouth, and eyes open or closed, at any time', () => {
    for (const keys of framesShown) {
      expect(keys.filter((key) => key.startsWith('mouth/'))).toHaveLength(1);
      const closed = keys.filter((key) => key === 'eyes/closed').length;
      const open = keys.filter((key) => /^eyes\/white/.test(key)).length;
      expect([closed, new Set(keys.filter((key) => /^eyes\/white/.test(key))).size]).toEqual(
        open > 0 ? [0, 2] : [1, 0],
      );
    }
  });

  it('has a dialogue of nine lines, each with its words and its mouths', async () => {
    const dialogue = readDocument(
      'scene',
      (await studio.services.documents.read(DEMO.dialogue)).body,
    );
    const lines = linesOf(dialogue);
    expect(lines.map((line) => speakerOf(dialogue, line))).toEqual([
      ...['isbel', 'corrigan', 'isbel', 'corrigan', 'isbel'],
      ...['wick', 'corrigan', 'isbel', 'corrigan'],
    ]);
    expect(lines[5]!.script).toBe('As far as the jetty. And it is getting shorter.');
    lines.slice(1).forEach(({ start }, at) => expect(start).toBeGreaterThan(endOf(lines[at]!)));
    for (const { track, script } of lines) {
      const { words } = await studio.services.tracks.readBytes(track!).then(readTrack);
      expect(words).toHaveLength(script.split(' ').length);
    }
    expect(dialogue.backdrop!.front).toEqual(['reeds in front']);
  });

  it('is not made again where somebody has deleted it', async () => {
    const { bin, documents } = studio.services;
    await bin.put(DEMO.production);
    await seedDemo(studio.services);
    expect(await documents.list({ kind: 'production' })).toEqual([]);
    await bin.bringBack(DEMO.production);
    expect(await documents.list({ kind: 'scene' })).toHaveLength(4);
  });

  it('brings the whole cast, each with its own kind of mouth', async () => {
    const kinds = await Promise.all(
      [DEMO.isbel, DEMO.corrigan, DEMO.wick].map(async (id) => {
        const { body } = await studio.services.documents.read(id);
        return readDocument('character', body).mouth?.kind;
      }),
    );
    expect(kinds).toEqual(['chart', 'jaw', 'two']);
  });

  it('has a scene that is performed in three passes', async () => {
    const { documents, tracks } = studio.services;
    const scene = readDocument('scene', (await documents.read(DEMO.performed)).body);
    const track = scene.lines['bulletin']!.track!;
    const recordings = new Map<string, PassRecording>();
    for (const { recording } of Object.values(scene.takes)) {
      recordings.set(recording, await tracks.readBytes(recording).then(readRecording));
    }
    const material = {
      ...{ scene, recordings, characters: new Map([[DEMO.isbel, isbel]]) },
      tracks: new Map([[track, await tracks.readBytes(track).then(readTrack)]]),
    };
    const valuesOf = (of: SceneMaterial) => {
      const made = compile(of, program);
      const { controls, sources } = made.memos.get('isbel')!.value;
      return (control: string, time: number) =>
        controls.range(mixControls(controls, sources, toFlicks(time)), control);
    };
    const tilt = isbel.cues['wonders']!.action;
    const control = tilt.kind === 'pose' ? tilt.targets[0]!.control : '';
    const performed = valuesOf(material);
    const uncued = valuesOf({ ...material, scene: { ...scene, cues: {} } });
    expect(performed(control, 4.8)).toBeGreaterThan(uncued(control, 4.8) + 0.2);
    expect(performed(control, 8)).toBe(uncued(control, 8));
    // Two takes of a face go over into each other, and their brows are turned down.
    const [calm, lively] = takesOf(scene.takes, 'isbel');
    expect(endOfTake(calm!)).toBeGreaterThan(lively!.start);
    const brows = [calm!, lively!].flatMap(({ channels }) =>
      channels.filter(({ control: one }) => one.startsWith('brow.')),
    );
    expect(brows.map(({ strength }) => strength)).toEqual([0.5, 0.5, 0.5, 0.5]);
    const still = valuesOf({ ...material, scene: { ...scene, takes: {} } });
    expect(performed('brow.left.raise', 9)).not.toBe(still('brow.left.raise', 9));
  });
});
