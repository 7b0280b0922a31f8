import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { lazy, mixed, object, string, type Schema } from 'yup';
import { artworkSchema, type Artwork, type Character } from '@cruvo/core/character';
import {
  differences,
  readDocument,
  type CarriedDocument,
  type DocumentKind,
} from '@cruvo/core/document';
import { voiceSchema, type Voice } from '@cruvo/core/scene';
import type { Opened } from '@cruvo/media/sandbox';
import { checkFile } from '../material/files';
import { characterFrom, type Opener } from '../material/opener';
import { documentOf, productionById, type ListedProduction } from '../studio/productions';
import type { StudioClient } from '../studio/studioClient';
import type { ImportTarget } from './target';

const madeSchema = object({ id: string().required() });
const broughtVoice = object({ voice: voiceSchema.required() }).required();
const broughtArtwork = lazy((said: object) =>
  'character' in said
    ? object({ character: mixed().required() })
    : object({ artwork: artworkSchema.required() }),
) as unknown as Schema<{ artwork: Artwork } | { character: unknown }>;

/** Has a studio open files. */
class StudioOpener implements Opener {
  constructor(
    private readonly client: StudioClient,
    private readonly signal: AbortSignal,
  ) {}

  async voice(path: string): Promise<Voice> {
    return (await this.upload('/media/voices', path, broughtVoice)).voice;
  }

  async character(path: string): Promise<Character> {
    const said = await this.upload('/artwork', path, broughtArtwork);
    const brought: Opened['artwork'] =
      'character' in said ? { character: readDocument('character', said.character) } : said;
    return characterFrom(brought, path, this);
  }

  async keepTrack(bytes: Uint8Array): Promise<string> {
    return (await this.client.postBytes('/tracks', bytes, madeSchema)).id;
  }

  async media(hash: string): Promise<Readable> {
    return this.client.stream(`/media/${hash}`, this.signal);
  }

  private async upload<Answer>(path: string, file: string, schema: Schema<Answer>) {
    await checkFile(file);
    return this.client.upload(path, file, schema, () => undefined, this.signal);
  }
}

/** A production of a studio. */
export class StudioTarget implements ImportTarget {
  readonly opener: Opener;

  /** @param folder where voices are put to be heard */
  constructor(
    private readonly client: StudioClient,
    private readonly production: string,
    private readonly folder: string,
    private readonly signal: AbortSignal,
  ) {
    this.opener = new StudioOpener(client, signal);
  }

  async pathOfVoice(working: string): Promise<string> {
    const path = join(this.folder, `${working}.wav`);
    await this.client.download(`/media/${working}`, path, this.signal);
    return path;
  }

  async documents(): Promise<readonly CarriedDocument[]> {
    const { id, scenes, characters } = await productionById(this.client, this.production);
    const of = (kind: DocumentKind, listed: ListedProduction['scenes']) =>
      listed.map((one) => documentOf(this.client, kind, one.id));
    return Promise.all([
      documentOf(this.client, 'production', id),
      ...of('scene', scenes),
      ...of('character', characters),
    ]);
  }

  async put(document: CarriedDocument): Promise<void> {
    const { id, kind, body } = document;
    const there = (await this.documents()).find((one) => one.id === id);
    if (!there) {
      const path = `/productions/${this.production}/documents`;
      // Sent again after a lost answer, it is still one document.
      await this.client.post(path, { id, kind, body }, madeSchema);
      return;
    }
    const { revision, body: before } = await documentOf(this.client, kind, id);
    await this.client.patch(`/documents/${id}`, revision, differences(before, body));
  }

  finish(): Promise<readonly string[]> {
    return Promise.resolve([]);
  }

  close(): void {
    // Nothing was opened here.
  }
}
