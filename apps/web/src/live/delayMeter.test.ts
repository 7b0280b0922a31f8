import { DelayMeter } from './delayMeter';

describe('DelayMeter', () => {
  it('knows nothing at first', () => {
    expect(new DelayMeter().summary()).toBeNull();
  });
  it('tells the middle and the 95 % of the latest', () => {
    const meter = new DelayMeter();
    for (let value = 0; value < 1000; value++) meter.add(value % 100);
    expect(meter.summary()).toEqual({ median: 50, most: 95 });
    for (let count = 0; count < 300; count++) meter.add(7);
    expect(meter.summary()).toEqual({ median: 7, most: 7 });
  });
});
