import { fileURLToPath } from 'node:url';

/** The folder of the whole project. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url));
