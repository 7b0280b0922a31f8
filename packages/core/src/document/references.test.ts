import { hash, testMaterial, testVoice } from '../testing/testScene';
import { withRecord } from '../records';
import { textLine, type Line } from '../scene/line';
import { withLines } from '../scene/lineEdits';
import { referencesOf } from './references';

const { scene } = testMaterial();
const voiced = scene.lines['line']!;
const found = (...lines: readonly Line[]) => {
  const { media, tracks } = referencesOf('scene', withLines({ ...scene, lines: {} }, lines));
  return { media: Object.fromEntries(media), tracks: [...tracks] };
};

describe('what a scene needs', () => {
  it('are the voices of its lines, as sounds, and what was heard in them', () => {
    const line = { ...voiced, track: hash('c') };
    expect(found(line).media).toEqual({
      [testVoice.working]: 'audio/wav',
      [testVoice.original]: null,
      [testVoice.peaks]: null,
    });
    expect(found(line).tracks).toEqual([hash('c')]);
  });
  it('are also its takes, and voices as they are shaped', () => {
    const voice = { ...testVoice, working: hash('4'), original: hash('5'), peaks: hash('6') };
    const take = { id: 't', name: 'Take 1', voice, track: hash('d'), starred: false };
    const line: Line = {
      ...{ ...voiced, track: null, takes: [{ ...take, offset: 0, length: 1 }] },
      shaped: { working: hash('8'), peaks: hash('9') },
    };
    expect(found(line).media).toMatchObject({
      ...{ [hash('4')]: 'audio/wav', [hash('5')]: null, [hash('6')]: null },
      ...{ [hash('8')]: 'audio/wav', [hash('9')]: null },
    });
    expect(found(line).tracks).toEqual([hash('d')]);
  });
  it('is nothing for a line without a voice but how its words are said', () => {
    const place = { id: 'text', row: voiced.row, name: 'text', start: 0 };
    expect(found({ ...textLine(place), track: hash('c') })).toEqual({
      ...{ media: {}, tracks: [hash('c')] },
    });
  });
  it('are its characters, each once', () => {
    const cast = withRecord(scene.cast, 'member', (member) => member);
    expect([...referencesOf('scene', { ...scene, cast }).characters]).toEqual(['character']);
  });
});
