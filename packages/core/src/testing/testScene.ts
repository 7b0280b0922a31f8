import { characterFromTwoDrawings } from '../character/twoDrawings';
import { OPEN_VOWEL, SILENCE } from '../speech/visemes';
import type { SceneMaterial } from '../program/compile';
import { withRecord } from '../records';
import { toFlicks } from '../time';
import type { Voice } from '../scene/voice';
import { starterScene } from '../scene/starterScene';
import { testTrack } from './testTrack';

/** A hash-like name of 64 digits, for tests. */
export const hash = (digit: string) => digit.repeat(64);

export const testVoice: Voice = {
  name: 'hello.wav',
  original: hash('1'),
  working: hash('2'),
  peaks: hash('3'),
  duration: toFlicks(2),
  sampleRate: 48_000,
  channels: 1,
  scratch: null,
};

/** A small scene for tests: two drawings, and a voice of two seconds that speaks during the second one. */
export function testMaterial(): SceneMaterial {
  const character = characterFromTwoDrawings(
    'Test',
    { media: hash('a'), width: 200, height: 100 },
    { media: hash('b'), width: 100, height: 100 },
  );
  const starter = starterScene({
    name: 'Scene',
    characterId: 'character',
    character,
    voice: testVoice,
    memberId: 'member',
    lineId: 'line',
  });
  return {
    scene: {
      ...starter,
      lines: withRecord(starter.lines, 'line', (line) => ({ ...line, track: hash('c') })),
    },
    characters: new Map([['character', character]]),
    tracks: new Map([[hash('c'), testTrack([SILENCE, 1], [OPEN_VOWEL, 1])]]),
  };
}
