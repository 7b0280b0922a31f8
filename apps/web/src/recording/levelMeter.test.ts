import { LevelMeter, QUIETEST } from './levelMeter';

const block = (value: number) => new Float32Array([0, value, -value / 2]);

describe('LevelMeter', () => {
  it('tells the highest sample of a block in dBFS', () => {
    const meter = new LevelMeter();
    expect(meter.push(block(1), 0).now).toBeCloseTo(0);
    expect(meter.push(block(-0.5), 0.1).now).toBeCloseTo(-6.02, 2);
    expect(meter.push(block(0), 0.2).now).toBe(QUIETEST);
  });
  it('holds a peak for a while, then lets it fall, until there is a higher one', () => {
    const meter = new LevelMeter();
    meter.push(block(0.5), 0);
    expect(meter.push(block(0.01), 1).peak).toBeCloseTo(-6.02, 2);
    expect(meter.push(block(0.01), 1.7).peak).toBeCloseTo(-16.02, 2);
    expect(meter.push(block(0.9), 1.8).peak).toBeCloseTo(-0.92, 2);
    expect(meter.push(block(0), 30).peak).toBe(QUIETEST);
  });
  it('knows the highest of all until it begins anew', () => {
    const meter = new LevelMeter();
    meter.push(block(1), 0);
    expect(meter.push(block(0.1), 20).highest).toBeCloseTo(0);
    meter.beginAnew();
    expect(meter.push(block(0.1), 21).highest).toBeCloseTo(-20);
  });
});
