import { TypedNumber } from './typedNumber';

describe('TypedNumber', () => {
  it('takes each digit at once, and two in a row as one number', () => {
    const typed = new TypedNumber();
    expect(typed.take('1', 14, 0)).toBe(1);
    expect(typed.take('2', 14, 300)).toBe(12);
    expect(typed.take('3', 14, 600)).toBe(3);
    expect(typed.take('1', 14, 2000)).toBe(1);
    expect(typed.take('2', 14, 2800)).toBe(2);
  });
  it('needs no second stroke where there are nine at most', () => {
    const typed = new TypedNumber();
    expect([typed.take('1', 8, 0), typed.take('2', 8, 100)]).toEqual([1, 2]);
  });
  it('takes no number that means nothing, and a nought only after another digit', () => {
    const typed = new TypedNumber();
    expect(typed.take('9', 8, 0)).toBeNull();
    expect(typed.take('0', 12, 50)).toBeNull();
    expect([typed.take('1', 12, 1000), typed.take('0', 12, 1100)]).toEqual([1, 10]);
  });
});
