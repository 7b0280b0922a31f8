import { sharedKernel } from '../kernel';

/**
 * Solves A x = b for a symmetric, positive definite A, that is factorised once (Cholesky, A = L Lᵀ). Only the band
 * beside the diagonal is kept: number the unknowns so that those that belong together lie near each other.
 */
export class BandedSolver {
  /** Row by row: the band before the diagonal, and the diagonal; its inverse after factorising. */
  readonly band: Float64Array;
  /** Numbers to a row of the band. */
  readonly stride: number;

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

  /** Replaces b by x, for two right sides at once. @param b [size][2] */
  solve(b: Float64Array): void {
    const { band, size, stride } = this;
    const { kernel, isHeld } = sharedKernel(this, band.byteLength + b.byteLength);
    const { buffer } = kernel.memory;
    if (!isHeld) new Float64Array(buffer, 0, band.length).set(band);
    const right = new Float64Array(buffer, band.byteLength, b.length);
    right.set(b);
    kernel.solveBanded(0, size, stride - 1, band.byteLength);
    b.set(right);
  }
}
