import { readFileSync } from 'node:fs';

const SCRIPT = new URL('../demo/saltmarsh/isbel-bulletin.txt', import.meta.url);

/** Length of the demo's voice. */
export const VOICE_SECONDS = 16.15;

/** The script of the demo's voice repeated for a number of seconds. */
export function scriptFor(seconds: number): string {
  const text = readFileSync(SCRIPT, 'utf8');
  return new Array<string>(Math.ceil(seconds / VOICE_SECONDS)).fill(text).join('\n\n');
}
