import type { Migration } from '../migration';

/** Nothing flies yet; gravity is that on earth, the air is still, and the stage has a floor. */
export const particles: Migration = (scene) => ({
  ...scene,
  emitters: {},
  physics: {
    ...{ gravity: 1, wind: 0, settled: true },
    edges: { left: false, right: false, top: false, bottom: true },
  },
});
