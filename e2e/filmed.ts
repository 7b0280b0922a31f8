import { unzipSync } from 'fflate';
import { FLICKS_PER_SECOND } from '@cruvo/core/time';
import { expect, type StudioPage } from './studio';

/** The pictures of a stretch of the scene, in order. @param from @param to seconds */
export async function filmed({ page, sceneId }: StudioPage, from: number, to: number) {
  const stretch = { start: from * FLICKS_PER_SECOND, end: to * FLICKS_PER_SECOND };
  const size = { width: 320, height: 180, frameRate: '12', background: null };
  const settings = { format: 'png', ...size, stretch };
  const ordered = await page.request.post('/api/films', { data: { scene: sceneId, settings } });
  expect(ordered.status()).toBe(201);
  const { id, production } = (await ordered.json()) as { id: string; production: string };
  const status = async () => {
    const films = await page.request.get(`/api/productions/${production}/films`);
    return ((await films.json()) as { id: string; status: string }[]).find((one) => one.id === id)!
      .status;
  };
  await expect.poll(status, { timeout: 60_000 }).toBe('done');
  const file = await page.request.get(`/api/films/${id}/files/0`);
  const inside = unzipSync(new Uint8Array(await file.body()));
  const names = Object.keys(inside).filter((name) => name.endsWith('.png'));
  return names.sort().map((name) => Buffer.from(inside[name]!).toString('base64'));
}
