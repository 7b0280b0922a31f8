/** Where the pointer is, pixels, and at what time of the scene, seconds. */
export interface PointerPlace {
  readonly x: number;
  readonly y: number;
  readonly time: number;
}

/** Keys that are held while something is dragged. */
export interface DragKeys {
  /** What follows moves along. */
  readonly ripple: boolean;
  /** Nothing snaps. */
  readonly free: boolean;
}

/** Something that the pointer has taken hold of. */
export interface Drag {
  /** @returns the time at which it snapped into place, seconds */
  move(to: PointerPlace, keys: DragKeys): number | null;
  end(): void;
}
