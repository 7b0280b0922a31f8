import { createHash } from 'node:crypto';
import { Problem } from '@cruvo/core/problem';
import type { Database } from '../database/connect';
import { isMissingReference } from '../database/errors';
import { isKind, type DocumentStore, type StoredDocument } from '../documents/store';
import type { MediaStore } from '../media/store';
import { characterPoster, paintPoster, POSTER_VERSION, scenePoster, type Poster } from './poster';
import { castOf, type Scene } from '@cruvo/core/scene';

/** A document with the documents that it shows. */
interface Shown {
  readonly document: StoredDocument;
  readonly characters: readonly StoredDocument[];
}

/** Pictures of scenes and characters: one for each document, painted anew when its content has changed. */
export class PosterStore {
  /** One is painted at a time, so that a page full of them keeps nobody else waiting. */
  private painting: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database: Database,
    private readonly documents: DocumentStore,
    private readonly media: MediaStore,
  ) {}

  /**
   * The poster of a scene or a character.
   *
   * @returns a digest of its content, and the PNG, which is painted when it is first asked for
   */
  async find(
    id: string,
  ): Promise<{ readonly content: string; readonly png: () => Promise<Buffer> }> {
    const shown = await this.read(id);
    const content = contentOf(shown);
    const png = async () => (await this.kept(id, content)) ?? this.paint(id, content, shown);
    return { content, png };
  }

  private async read(id: string): Promise<Shown> {
    const document = await this.documents.read(id);
    if (document.kind === 'production') {
      throw new Problem('not-found', 'A production has no poster of its own.');
    }
    if (document.kind === 'character') return { document, characters: [] };
    const cast = isKind(document, 'scene')
      ? castOf(document.body).map(({ character }) => character)
      : [];
    const found = await Promise.all(
      [...new Set(cast)].map((character) => this.documents.read(character).catch(() => null)),
    );
    return { document, characters: found.filter((one) => one !== null) };
  }

  private async kept(document: string, content: string): Promise<Buffer | null> {
    const row = await this.database('posters')
      .where({ document, content })
      .first<{ png: Buffer } | undefined>('png');
    return row?.png ?? null;
  }

  private async paint(document: string, content: string, shown: Shown): Promise<Buffer> {
    const painted = this.painting.then(async () => {
      // Somebody else may have asked for the same while this waited.
      const known = await this.kept(document, content);
      if (known) return known;
      const png = await paintPoster(await posterOf(shown), (hash) => this.media.readAll(hash));
      await this.database('posters')
        .insert({ document, content, png })
        .onConflict('document')
        .merge()
        .catch((error: unknown) => {
          throw isMissingReference(error) ? gone() : error;
        });
      return png;
    });
    this.painting = painted.catch(() => undefined);
    return painted;
  }
}

/** The document was deleted while its poster was painted. */
const gone = () => new Problem('not-found', 'This is no longer there.');

function contentOf({ document, characters }: Shown): string {
  const bodies = [document, ...characters].map(({ id, body }) => [id, body]);
  return createHash('sha256')
    .update(JSON.stringify([POSTER_VERSION, bodies]))
    .digest('hex');
}

async function posterOf({ document, characters }: Shown): Promise<Poster> {
  if (isKind(document, 'character')) return characterPoster(document.body);
  const cast = characters.flatMap((one) =>
    isKind(one, 'character') ? [[one.id, one.body] as const] : [],
  );
  return scenePoster(document.body as Scene, new Map(cast));
}
