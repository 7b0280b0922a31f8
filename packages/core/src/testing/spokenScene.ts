import { newCue } from '../cues/cueEdits';
import type { SceneMaterial } from '../program/compile';
import { withRecord } from '../records';
import { USUAL_CAPTION } from '../scene/captionSettings';
import { toFlicks } from '../time';
import { hash, testMaterial } from './testScene';

/**
 * A scene of three seconds. From half a second on its line says two words, in its second second; there are a marker and
 * a cue.
 */
export function spokenMaterial(): SceneMaterial {
  const base = testMaterial();
  const track = {
    ...base.tracks.get(hash('c'))!,
    words: [
      { text: 'Fog', start: 1, end: 1.4 },
      { text: 'ahead', start: 1.4, end: 2 },
    ],
  };
  const lines = withRecord(base.scene.lines, 'line', (line) => ({
    ...{ ...line, start: toFlicks(0.5), script: 'Fog ahead!', caption: USUAL_CAPTION },
  }));
  const character = base.characters.get('character')!;
  const cues = { wink: { ...newCue('wink', 'Wink', 'w'), id: 'wink', order: 'a0' } };
  const clip = { id: 'c', member: 'member', cue: 'wink', hook: null };
  return {
    ...base,
    characters: new Map([['character', { ...character, cues }]]),
    tracks: new Map([[hash('c'), track]]),
    scene: {
      ...{ ...base.scene, length: toFlicks(3), lines },
      markers: { m: { id: 'm', name: 'Thunder', start: toFlicks(2), length: 0 } },
      cues: { c: { ...clip, start: toFlicks(1), length: toFlicks(0.25) } },
    },
  };
}
