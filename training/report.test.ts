import { reportOf } from './report';
import { Score } from './scoring';

const score = (...visemes: readonly number[]) => {
  const one = new Score();
  const labels = visemes.map((viseme, at) => ({ viseme, start: at / 10, end: (at + 1) / 10 }));
  one.add(labels, labels as Parameters<Score['add']>[1]);
  return one;
};

describe('reportOf', () => {
  const page = reportOf(
    new Map([
      [
        'voice',
        new Map([
          ['known', score(0, 1, 10)],
          ['known: a reader', score(10)],
          ['all clean', score(0, 1, 10)],
          ['no speech: fan', score(0, 0)],
          ['known: acted', score(1)],
        ]),
      ],
    ]),
  );
  const rows = page.split('\n').filter((line) => line.startsWith('| '));
  const names = rows.map((row) => row.split('|')[1]!.trim());

  it('puts kinds of speaking after the group that they are a part of', () => {
    const at = names.indexOf('human, speaker in the training set');
    expect(names.slice(at, at + 4)).toEqual([
      'human, speaker in the training set',
      '– a reader',
      '– acted',
      'all clean',
    ]);
  });
  it('names every group, and says nothing of closures and speech where there are none', () => {
    expect(names).toContain('no speech: fan');
    const silent = rows.find((row) => row.includes('no speech: fan'))!;
    expect(silent.split('|').map((cell) => cell.trim())).toEqual([
      ...['', 'no speech: fan', 'voice alone', '0', '100.0', '', '', '100.0', ''],
    ]);
  });
  it('tells what is taken for what', () => {
    const closures = rows.find((row) => row.startsWith('| **p b m**'))!;
    expect(closures.split('|')[3]!.trim()).toBe('100');
  });
});
