import type { Character, Drawing } from '../character';
import { castOf, linesOf, type Scene, type Voice } from '../scene';
import type { DocumentBodies, DocumentKind } from './documents';

/** What a document refers to by content hash, or by id for other documents. */
export interface References {
  /** Media, and the content types that they may have; null for any. */
  readonly media: ReadonlyMap<string, string | null>;
  /** What was heard in voices, and what was performed. */
  readonly tracks: ReadonlySet<string>;
  readonly characters: ReadonlySet<string>;
}

/** Everything that a document refers to. */
export function referencesOf<Kind extends DocumentKind>(
  kind: Kind,
  body: DocumentBodies[Kind],
): References {
  const found = {
    media: new Map<string, string | null>(),
    tracks: new Set<string>(),
    characters: new Set<string>(),
  };
  const addMedia = (hash: string, type: string | null) =>
    void found.media.set(hash, type ?? found.media.get(hash) ?? null);
  const addDrawing = ({ kind: drawn, media, original }: Drawing) => {
    addMedia(media, drawn === 'vector' ? 'image/svg+xml' : 'image/png');
    if (original !== undefined) addMedia(original, null);
  };
  const addVoice = ({ working, original, peaks }: Voice) => {
    addMedia(working, 'audio/wav');
    addMedia(original, null);
    addMedia(peaks, null);
  };
  if (kind === 'character') Object.values((body as Character).drawings).forEach(addDrawing);
  if (kind === 'scene') {
    const scene = body as Scene;
    Object.values(scene.backdrop?.drawings ?? {}).forEach(addDrawing);
    for (const { character } of castOf(scene)) found.characters.add(character);
    for (const { recording } of Object.values(scene.takes)) found.tracks.add(recording);
    for (const line of linesOf(scene)) {
      for (const { voice, track } of [line, ...line.takes]) {
        if (voice) addVoice(voice);
        if (track !== null) found.tracks.add(track);
      }
      if (line.shaped) {
        addMedia(line.shaped.working, 'audio/wav');
        addMedia(line.shaped.peaks, null);
      }
    }
  }
  return found;
}
