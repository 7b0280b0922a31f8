import { randomUUID } from 'node:crypto';
import { setTimeout } from 'node:timers/promises';
import sharp from 'sharp';
import type { Picture } from '@cruvo/core/character';

/** What the studio has said is safe, and what was found wrong with that. */
export class Promises {
  /** The last name that each document was said to be saved with, counted up. */
  readonly saved = new Map<string, number>();
  readonly pictures: Picture[] = [];
  readonly films = new Set<string>();
  readonly wrong: string[] = [];
  saves = 0;
}

export interface Work {
  readonly address: string;
  readonly promises: Promises;
  readonly isOver: () => boolean;
}

const answered = async (work: () => Promise<Response>): Promise<Response | null> => {
  try {
    return await work();
  } catch {
    // The server was away, or the answer was lost.
    return null;
  }
};

/** Renames a document again and again, each time with the next number, as one window does. */
export async function keepSaving({ address, promises, isOver }: Work, id: string): Promise<void> {
  const window = randomUUID();
  let revision: number | null = null;
  for (let number = 1; !isOver();) {
    if (revision === null) {
      const response = await answered(() => fetch(`${address}/api/documents/${id}`));
      if (!response?.ok) {
        await setTimeout(100);
        continue;
      }
      ({ revision } = (await response.json()) as { revision: number });
    }
    const patches = [{ op: 'replace', path: ['name'], value: nameOf(number) }];
    const from = revision;
    const response = await answered(() =>
      fetch(`${address}/api/documents/${id}`, {
        method: 'PATCH',
        headers: {
          'Content-Type': 'application/json',
          'If-Match': `"${from}"`,
          'X-Window': window,
        },
        body: JSON.stringify({ patches }),
      }),
    );
    if (response?.ok) {
      const body = await response.json().catch(() => null);
      if (body !== null) {
        ({ revision } = body as { revision: number });
        promises.saved.set(id, number);
        promises.saves++;
        number++;
      }
    } else if (response?.status === 409) {
      promises.wrong.push(`Its own save was taken for somebody else’s (${nameOf(number)}).`);
      revision = null;
    } else if (response && response.status < 500) {
      promises.wrong.push(`A save was refused with ${response.status}.`);
      revision = null;
    }
    await setTimeout(20);
  }
}

export const nameOf = (number: number) => `change ${number}`;

/** Sends pictures, none like another, and remembers those that were taken. */
export async function keepSending({ address, promises, isOver }: Work): Promise<void> {
  for (let number = 0; !isOver(); number++) {
    const color = { r: number % 256, g: (number >> 8) % 256, b: 99, alpha: 1 };
    const create = { width: 32, height: 32, channels: 4, background: color } as const;
    const png = await sharp({ create }).png().toBuffer();
    const response = await answered(() =>
      fetch(`${address}/api/media/pictures`, {
        method: 'POST',
        headers: { 'X-File-Name': 'picture.png' },
        body: new Uint8Array(png),
      }),
    );
    const picture = response?.ok ? await response.json().catch(() => null) : null;
    if (picture) promises.pictures.push(picture as Picture);
    await setTimeout(200);
  }
}

/** Orders films; one whose answer was lost is ordered again under the same key. */
export async function keepOrdering({ address, promises, isOver }: Work, scene: string) {
  const settings = { width: 64, height: 64, frameRate: '12', background: '#000000' };
  while (!isOver()) {
    const key = randomUUID();
    let film: { id: string } | null = null;
    while (!film && !isOver()) {
      const response = await answered(() =>
        fetch(`${address}/api/films`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', 'Idempotency-Key': key },
          body: JSON.stringify({ scene, settings }),
        }),
      );
      film = response?.ok ? ((await response.json().catch(() => null)) as { id: string }) : null;
      await setTimeout(500);
    }
    if (film) promises.films.add(film.id);
    await setTimeout(8000);
  }
}
