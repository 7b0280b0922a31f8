import type { Body, Migration } from '../migration';
import { withMasks } from '../masks';

export const masksOfBackdrops: Migration = (scene) => ({
  ...scene,
  backdrop: scene['backdrop'] ? withMasks(scene['backdrop'] as Body) : null,
});
