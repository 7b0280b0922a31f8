import type { LivePageRecord, LivePageSettings } from '@cruvo/core/live';
import { getJson, request, sendJson } from './http';

export type LivePage = LivePageRecord<string>;

export const listLivePages = (scene: string) => getJson<LivePage[]>(`/scenes/${scene}/live-pages`);

export const makeLivePage = (scene: string, name: string, settings: LivePageSettings) =>
  sendJson<LivePage>(
    'POST',
    `/scenes/${scene}/live-pages`,
    { name, settings },
    { headers: { 'Idempotency-Key': crypto.randomUUID() } },
  );

export const changeLivePage = ({ id, name, settings }: LivePage) =>
  sendJson<LivePage>('PUT', `/live-pages/${id}`, { name, settings });

export const renewLiveAddress = (id: string) =>
  sendJson<LivePage>('POST', `/live-pages/${id}/key`, {});

export const deleteLivePage = (id: string) => request(`/live-pages/${id}`, { method: 'DELETE' });

/** The page of an address. */
export const readLivePage = (key: string, signal?: AbortSignal) =>
  getJson<LivePage>(`/live/${encodeURIComponent(key)}`, signal);

/** Where a live page is seen. */
export const liveAddress = ({ key }: Pick<LivePage, 'key'>) => `${location.origin}/live/${key}`;
