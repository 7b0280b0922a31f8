import { readFileSync } from 'node:fs';
import { ENGLISH, textTrack } from '@cruvo/core/speech';
import { prepareScriptHere } from '@cruvo/media/speech';
for (const file of [
  'demo/saltmarsh/isbel-bulletin.txt',
  'demo/saltmarsh/fog/dialogue.txt',
  'README.md',
  'docs/RELIABILITY.md',
  '../shared/PRODUCT.md',
]) {
  const text = readFileSync(file, 'utf8').replace(/^[A-Z]+: /gm, '');
  const { words } = await prepareScriptHere(text, ENGLISH, []);
  const track = textTrack(words);
  console.log(
    file,
    words.length,
    ((60 * words.length) / track.duration).toFixed(1),
    'nopause',
    (
      (60 * words.length) /
      textTrack(words.map((w) => ({ ...w, pause: 'none' as const }))).duration
    ).toFixed(1),
  );
}
