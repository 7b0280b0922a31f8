import { emptyTrack, placedMove } from '../keys';
import { withRecord } from '../records';
import { hash, testMaterial } from '../testing/testScene';
import { toFlicks } from '../time';
import { describeChanges } from './changes';

const { scene } = testMaterial();
const line = scene.lines['line']!;

describe('describeChanges', () => {
  const change = (differences: object) =>
    describeChanges(scene, { ...scene, lines: { line: { ...line, ...differences } } });
  it('has nothing to say of the same scene, whatever the order of its keys', () => {
    expect(describeChanges(scene, JSON.parse(JSON.stringify(scene)))).toEqual([]);
    const turned = Object.fromEntries(Object.entries(scene).reverse()) as unknown as typeof scene;
    expect(describeChanges(scene, turned)).toEqual([]);
  });
  it('says that keys and moves are others', () => {
    const { cast } = scene;
    const [member] = Object.keys(cast) as [string];
    const keys = { k: emptyTrack('k', member, 'body.nod') };
    const moves = { m: placedMove('m', member, 'nod', 0) };
    expect(describeChanges(scene, { ...scene, keys })).toEqual(['Controls have other keys.']);
    expect(describeChanges(scene, { ...scene, moves })).toEqual(['Moves are laid down otherwise.']);
  });
  it.each([
    [{ script: 'other' }, /script of “hello” reads “other”/],
    [{ start: toFlicks(1.5) }, /starts at 1.50 s/],
    [{ track: hash('d') }, /fitted anew/],
    [{ fit: { ...line.fit, gate: 0.5 } }, /other settings/],
    [
      { corrections: [{ start: toFlicks(0.25), end: toFlicks(0.5), drawing: 'open' }] },
      /by hand at 0.25 s/,
    ],
  ])('names what is different in a line: %j', (differences, sentence) => {
    const sentences = change(differences);
    expect(sentences).toHaveLength(1);
    expect(sentences[0]).toMatch(sentence);
  });
  it('names new and lost lines, and does not list a hundred places', () => {
    expect(describeChanges(scene, { ...scene, lines: {} })).toEqual(['The line “hello” is gone.']);
    expect(describeChanges({ ...scene, lines: {} }, scene)[0]).toMatch(/new line/);
    const many = Array.from({ length: 20 }, (_, at) => ({
      start: toFlicks(at / 10),
      end: toFlicks((at + 1) / 10),
      drawing: 'open',
    }));
    expect(change({ corrections: many })[0]).toMatch(/14 more places/);
  });
  it.each([
    [{ name: 'New' }, /called “New”/],
    [{ length: toFlicks(9) }, /9.00 s long/],
    [{ frameRate: '25' as const }, /25 frames/],
    [{ stage: { ...scene.stage, width: 100 } }, /stage/],
    [
      { cast: withRecord(scene.cast, 'member', (member) => ({ ...member, x: 1 })) },
      /stand elsewhere/,
    ],
  ])('names what is different in the scene: %j', (differences, sentence) => {
    expect(describeChanges(scene, { ...scene, ...differences }).join()).toMatch(sentence);
  });
});
