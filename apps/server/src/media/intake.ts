import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Picture } from '@cruvo/core/character';
import { Problem } from '@cruvo/core/problem';
import { LONGEST_VOICE, type Voice } from '@cruvo/core/scene';
import { LARGEST_ARTWORK } from '@cruvo/media/artwork';
import { importArtwork, type ImportedArtwork } from '@cruvo/media/characterFile';
import { workingPicture } from '@cruvo/media/picture';
import { asFullDisk } from '@cruvo/media/tools';
import { writeWorkingVoice } from '@cruvo/media/voice';
import type { MediaStore } from './store';

const LARGEST_VOICE_FILE = 2_000_000_000;
const LARGEST_PICTURE_FILE = 200_000_000;

/** Takes files in: each is checked by its content and made ready to work with before anything is stored. */
export class MediaIntake {
  constructor(private readonly media: MediaStore) {}

  /** @throws Problem in one sentence; then nothing was stored */
  async takeVoice(name: string, source: Readable, signal?: AbortSignal): Promise<Voice> {
    return inFolder(async (folder) => {
      const original = join(folder, 'original');
      const limit = `“${name}” is too large. A voice can be up to ${LONGEST_VOICE / 60} minutes long; cut it into shorter lines.`;
      await receive(source, original, LARGEST_VOICE_FILE, limit);
      const working = join(folder, 'working.wav');
      const { peaks, ...format } = await writeWorkingVoice(original, name, working, signal);
      return {
        name,
        ...format,
        original: await this.media.writeFile(original, 'application/octet-stream'),
        working: await this.media.writeFile(working, 'audio/wav'),
        peaks: await this.media.writeBytes(
          new Uint8Array(peaks.buffer),
          'application/octet-stream',
        ),
      };
    });
  }

  /** @throws Problem in one sentence; then nothing was stored */
  async takePicture(name: string, source: Readable): Promise<Picture> {
    return inFolder(async (folder) => {
      const original = join(folder, 'original');
      const limit = `“${name}” is too large; a picture can be up to ${LARGEST_PICTURE_FILE / 1e6} MB.`;
      await receive(source, original, LARGEST_PICTURE_FILE, limit);
      const { png, width, height } = await workingPicture(original, name);
      return {
        width,
        height,
        original: await this.media.writeFile(original, 'application/octet-stream'),
        media: await this.media.writeBytes(png, 'image/png'),
      };
    });
  }

  /**
   * Takes layered artwork or a saved character: the pictures are stored, the rest is the answer.
   *
   * @param report takes progress, 0 to 1; what it throws ends the reading
   * @throws Problem in one sentence
   */
  async takeArtwork(
    name: string,
    source: Readable,
    report: (share: number) => void,
  ): Promise<ImportedArtwork> {
    return inFolder(async (folder) => {
      const path = join(folder, 'original');
      const limit = `“${name}” is too large; artwork can be up to ${LARGEST_ARTWORK / 1e9} GB.`;
      await receive(source, path, LARGEST_ARTWORK, limit);
      const keep = (bytes: Buffer, type: string) => this.media.writeBytes(bytes, type);
      return importArtwork([{ path, name }], { keep, report });
    });
  }
}

async function inFolder<Result>(work: (folder: string) => Promise<Result>): Promise<Result> {
  const folder = await mkdtemp(join(tmpdir(), 'cruvo-'));
  try {
    return await work(folder);
  } catch (error) {
    throw asFullDisk(error);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function receive(
  source: Readable,
  path: string,
  limit: number,
  tooLarge: string,
): Promise<void> {
  let received = 0;
  await pipeline(
    source,
    async function* (parts: AsyncIterable<Buffer>) {
      for await (const part of parts) {
        received += part.length;
        if (received > limit) throw new Problem('too-large', tooLarge);
        yield part;
      }
    },
    createWriteStream(path),
  );
}
