import type { Meaning } from '@cruvo/core/character';
import { VISEME_NAMES } from '@cruvo/core/speech';

/** What a part was taken for, as short as can be. */
export function meaningInWords({ role, side, sound }: Meaning): string {
  if (sound) {
    const what =
      sound.expression ??
      (sound.visemes.length > 0
        ? sound.visemes.map((viseme) => VISEME_NAMES[viseme] ?? '').join(', ')
        : sound.number === null
          ? 'mouth, no sound'
          : `no. ${sound.number}`);
    return sound.mood ? `${what} · ${sound.mood}` : what;
  }
  return side ? `${side} ${role}` : role;
}
