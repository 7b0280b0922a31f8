import { testVoice } from '../testing/testScene';
import { toFlicks } from '../time';
import type { MouthChart } from '../mouth/mouthChart';
import type { VoiceTrack } from '../speech/voiceTrack';
import { placedDirections } from './directions';
import { wholeLine, type Line } from './line';

const drawing = (name: string, mood: string | null, speaks: boolean) => {
  return { drawing: name, label: name, mood, articulation: speaks ? { jaw: 1 } : null };
};
const chart: MouthChart = {
  rest: 'ah',
  drawings: [drawing('ah', 'cheerful', true), drawing('oh', 'cross', true)].concat([
    drawing('smile', null, false) as never,
  ]),
};
const words = ['fog', 'again', 'no'].map((text, at) => ({ text, start: at + 0.5, end: at + 0.9 }));
const track = { words } as unknown as VoiceTrack;
const line = (script: string): Line => ({
  ...wholeLine({ id: 'a', row: 'row', name: 'a', start: 0, voice: testVoice }),
  ...{ script, duration: toFlicks(4), length: toFlicks(4) },
});
const placed = (script: string) => placedDirections(line(script), track, chart);

describe('stage directions', () => {
  it('stand at the word that follows, or after the last one', () => {
    expect(placed('[calm] Fog, (a pause) again. *sighs* No. {off}')).toEqual([
      { text: 'calm', time: 0, mood: null },
      { text: 'a pause', time: toFlicks(1.5), mood: null },
      { text: 'sighs', time: toFlicks(2.5), mood: null },
      { text: 'off', time: toFlicks(2.9), mood: null },
    ]);
  });
  it('name moods, and expressions also in other forms', () => {
    const [cross, smiles] = placed('Fog [very cross] again. [she is smiling] No.');
    expect(cross!.mood).toEqual({ mood: 'cross', pauseDrawing: null });
    expect(smiles!.mood).toEqual({ mood: null, pauseDrawing: 'smile' });
    expect(placed('[miles away] Fog.')[0]!.mood).toBeNull();
  });
  it('are notes where nobody has a mouth, and stand as far along as in the script if no word was heard', () => {
    expect(placedDirections(line('Fog [cross] again. [calm]'), null, null)).toEqual([
      { text: 'cross', time: toFlicks(2), mood: null },
      { text: 'calm', time: toFlicks(4) - 1, mood: null },
    ]);
  });
});
