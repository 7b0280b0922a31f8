import { snapStretch } from './snapTimes';

describe('snapStretch', () => {
  it('moves a stretch by the end that is nearer to a time', () => {
    expect(snapStretch(98, 50, [100, 300], 5)).toEqual({ start: 100, to: 100 });
    expect(snapStretch(251, 50, [100, 300], 5)).toEqual({ start: 250, to: 300 });
  });

  it('takes the nearest of several', () => {
    expect(snapStretch(100, 0, [96, 103, 110], 20)).toEqual({ start: 103, to: 103 });
  });

  it('leaves alone what is near to nothing', () => {
    expect(snapStretch(106, 50, [100, 300], 5)).toEqual({ start: 106, to: null });
    expect(snapStretch(106, 50, [], 5)).toEqual({ start: 106, to: null });
  });
});
