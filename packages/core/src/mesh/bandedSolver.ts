/**
 * Solves A x = b for a symmetric, positive definite A, that is factorised once (Cholesky, A = L Lᵀ). Only the band
 * beside the diagonal is kept: number the unknowns so that those that belong together lie near each other.
 */
export class BandedSolver {
  /** Row by row: the band before the diagonal, and the diagonal; its inverse after factorising. */
  private readonly band: Float64Array;
  private readonly stride: number;

  /**
   * @param size how many unknowns there are
   * @param entries [row, column, value] of the lower half, values of the same place are added up
   * @throws Error where A is not positive definite
   */
  constructor(
    readonly size: number,
    entries: Iterable<readonly [row: number, column: number, value: number]>,
  ) {
    const lower = [...entries];
    const width = lower.reduce((most, [row, column]) => Math.max(most, row - column), 0);
    this.stride = width + 1;
    this.band = new Float64Array(size * this.stride);
    for (const [row, column, value] of lower) {
      this.band[row * this.stride + width - (row - column)]! += value;
    }
    this.factorise(width);
  }

  private factorise(width: number): void {
    const { band, stride, size } = this;
    for (let row = 0; row < size; row++) {
      const first = Math.max(0, row - width);
      const own = row * stride + width - row;
      for (let column = first; column <= row; column++) {
        const other = column * stride + width - column;
        let sum = band[own + column]!;
        for (let at = Math.max(first, column - width); at < column; at++) {
          sum -= band[own + at]! * band[other + at]!;
        }
        if (column < row) band[own + column] = sum * band[other + column]!;
        else if (sum > 0) band[own + row] = 1 / Math.sqrt(sum);
        else throw new Error('The matrix is not positive definite.');
      }
    }
  }

  /** Replaces b by x, for one right side or for two at once. */
  solve(b: Float64Array, c: Float64Array | null = null): void {
    if (c === null) this.solveBoth(b, new Float64Array(this.size));
    else this.solveBoth(b, c);
  }

  private solveBoth(b: Float64Array, c: Float64Array): void {
    const { band, stride, size } = this;
    const width = stride - 1;
    for (let row = 0; row < size; row++) {
      const own = row * stride + width - row;
      let first = b[row]!;
      let second = c[row]!;
      for (let at = row > width ? row - width : 0; at < row; at++) {
        const value = band[own + at]!;
        first -= value * b[at]!;
        second -= value * c[at]!;
      }
      const scale = band[own + row]!;
      b[row] = first * scale;
      c[row] = second * scale;
    }
    for (let row = size - 1; row >= 0; row--) {
      const own = row * stride + width - row;
      const scale = band[own + row]!;
      const first = b[row]! * scale;
      const second = c[row]! * scale;
      b[row] = first;
      c[row] = second;
      for (let at = row > width ? row - width : 0; at < row; at++) {
        const value = band[own + at]!;
        b[at]! -= value * first;
        c[at]! -= value * second;
      }
    }
  }
}
