import type { Migration } from '../migration';
import { withMasks } from '../masks';

export const masksOfCharacters: Migration = withMasks;
