import { compile } from '@cruvo/core/program';
import { withRecord } from '@cruvo/core/records';
import { richScene } from '@cruvo/core/testing';
import { toFlicks } from '@cruvo/core/time';
import { sheetRow } from './sheetRows';

const material = richScene();
const lines = withRecord(material.scene.lines, 'chart', (line) => ({
  ...line,
  script: 'Fog [very cross] again.',
  moods: [{ time: toFlicks(1), mood: 'cross', pauseDrawing: null, blend: 0 }],
}));
const markers = {
  m: { id: 'm', name: 'Door', start: toFlicks(1), end: null },
} as unknown as typeof material.scene.markers;
const scene = { ...material.scene, lines, markers };
const program = compile({ ...material, scene });
const member = program.members.find((one) => one.member.id === 'chart')!;
const row = (frame: number, step: 1 | 2 = 1) => sheetRow(member, scene, new Map(), frame, step);

describe('a row of the sheet', () => {
  it('tells the mood where it begins, also with the line', () => {
    expect([0, 1, 23, 24, 25].map((frame) => row(frame).mood)).toEqual([
      ...['cross', null, null, 'cross', null],
    ]);
    // Of two frames the second one counts as well.
    expect(row(23, 2).mood).toBe('cross');
  });
  it('notes markers and stage directions where they stand', () => {
    // The words were not heard: the direction stands half-way through the voice.
    expect(row(24).note).toBe('Door, [very cross]');
    expect([row(23).note, row(25).note]).toEqual(['', '']);
  });
  it('shows the mouth of its frame, and whether it begins there', () => {
    const shown = Array.from({ length: 24 }, (_, frame) => row(frame).mouth!);
    expect(shown[0]!.begins).toBe(true);
    shown.slice(1).forEach(({ drawing, begins }, at) => {
      if (drawing !== shown[at]!.drawing) expect(begins).toBe(true);
    });
    expect(shown.some(({ byHand }) => byHand)).toBe(true);
  });
});
