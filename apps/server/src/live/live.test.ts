import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { WebSocket } from 'ws';
import {
  LONGEST_LIVE_MESSAGE,
  USUAL_LIVE_PAGE,
  type LiveMessage,
  type LivePageRecord,
} from '@cruvo/core/live';
import { Client, makeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

type Page = LivePageRecord<string>;

const studio = testStudio();
const client = new Client(studio);
const opened: WebSocket[] = [];
afterEach(() => {
  for (const socket of opened.splice(0)) socket.terminate();
});

/** A desk or a page, and what it hears. */
class Window {
  private readonly heard: LiveMessage[] = [];
  private waiting: (() => void) | null = null;
  readonly socket: WebSocket;

  constructor(path: string, headers: Record<string, string> = {}) {
    this.socket = new WebSocket(`${studio.address.replace('http', 'ws')}/api${path}`, { headers });
    opened.push(this.socket);
    // One that is refused is ended before it was open.
    this.socket.on('error', () => undefined);
    this.socket.on('message', (data) => {
      this.heard.push(JSON.parse(String(data)) as LiveMessage);
      this.waiting?.();
    });
  }

  say(message: LiveMessage): void {
    this.socket.send(JSON.stringify(message));
  }

  /** Waits until it has heard a message, which is then forgotten with all before. */
  async hears(message: Partial<LiveMessage>): Promise<void> {
    for (;;) {
      const at = this.heard.findIndex((one) =>
        Object.entries(message).every(([key, value]) => {
          return JSON.stringify((one as Record<string, unknown>)[key]) === JSON.stringify(value);
        }),
      );
      if (at >= 0) return void this.heard.splice(0, at + 1);
      await new Promise<void>((resolve) => (this.waiting = resolve));
    }
  }
}

async function livePage(): Promise<{ page: Page; scene: string }> {
  const { sceneId } = await makeProduction(studio, 0.1);
  const asked = { name: 'Over the game', settings: USUAL_LIVE_PAGE };
  const { body, status } = await client.send('POST', `/scenes/${sceneId}/live-pages`, asked);
  expect(status).toBe(201);
  return { page: body as unknown as Page, scene: sceneId };
}

describe('live pages', () => {
  it('have an address that nobody guesses, and can be changed and removed', async () => {
    const { page, scene } = await livePage();
    expect(page.key).toMatch(/^[\w-]{24}$/);
    const settings = { ...USUAL_LIVE_PAGE, mirrored: true };
    const changed = await client.send('PUT', `/live-pages/${page.id}`, { name: 'Game', settings });
    expect(changed.body).toMatchObject({ name: 'Game', settings, key: page.key });
    expect((await client.send('GET', `/live/${page.key}`)).body).toMatchObject({ scene, settings });
    expect((await client.send('DELETE', `/live-pages/${page.id}`)).status).toBe(204);
    expect((await client.send('GET', `/live/${page.key}`)).status).toBe(404);
    expect((await client.send('GET', `/scenes/${scene}/live-pages`)).body).toEqual([]);
  });

  it('are refused where something is wrong with them', async () => {
    const { page, scene } = await livePage();
    const settings = { ...USUAL_LIVE_PAGE, background: 'blue' };
    const wrong = { name: 'x', settings };
    expect((await client.send('PUT', `/live-pages/${page.id}`, wrong)).status).toBe(422);
    expect((await client.send('POST', `/scenes/${scene}/live-pages`, { name: ' ' })).status).toBe(
      422,
    );
    const nowhere = { name: 'x', settings: USUAL_LIVE_PAGE };
    const path = `/scenes/${randomUUID()}/live-pages`;
    expect((await client.send('POST', path, nowhere)).status).toBe(404);
  });

  it('go with their scene', async () => {
    const { page, scene } = await livePage();
    const { database } = studio.services;
    await database('documents').where({ id: scene }).delete();
    expect((await client.send('GET', `/live/${page.key}`)).status).toBe(404);
  });
});

describe('the relay', () => {
  it('passes what a desk says on to the pages of its scene alone, and the other way round', async () => {
    const { page, scene } = await livePage();
    const other = await livePage();
    const shown = new Window(`/live/${page.key}`);
    const elsewhere = new Window(`/live/${other.page.key}`);
    await shown.hears({ kind: 'desk', there: false });
    await elsewhere.hears({ kind: 'desk', there: false });
    const desk = new Window(`/scenes/${scene}/desk`);
    await desk.hears({ kind: 'pages', count: 1 });
    await shown.hears({ kind: 'desk', there: true });
    const state: LiveMessage = { kind: 'state', sound: 5, members: { isbel: { jaw: 0.5 } } };
    desk.say(state);
    await shown.hears(state);
    shown.say({ kind: 'painted', sound: 5, at: 60 });
    await desk.hears({ kind: 'painted', sound: 5, at: 60 });
    // A page of another scene hears of its own desk next, and of nothing before.
    const itsDesk = new Window(`/scenes/${other.scene}/desk`);
    await once(itsDesk.socket, 'open');
    await elsewhere.hears({ kind: 'desk' });
    desk.socket.close();
    await shown.hears({ kind: 'desk', there: false });
    shown.socket.close();
  });

  it('leads nowhere once the address was changed, and to the page at the new one', async () => {
    const { page } = await livePage();
    const shown = new Window(`/live/${page.key}`);
    await shown.hears({ kind: 'desk' });
    const closed = once(shown.socket, 'close');
    const { body } = await client.send('POST', `/live-pages/${page.id}/key`, {});
    expect((await closed)[0]).toBe(4001);
    expect((body as unknown as Page).key).not.toBe(page.key);
    const [response] = await once(
      new Window(`/live/${page.key}`).socket,
      'unexpected-response',
    ).then(([, answer]) => [answer as { statusCode: number }]);
    expect(response!.statusCode).toBe(404);
    await new Window(`/live/${(body as unknown as Page).key}`).hears({ kind: 'desk' });
  });

  it('tells pages that what they show has changed', async () => {
    const { page } = await livePage();
    const shown = new Window(`/live/${page.key}`);
    await shown.hears({ kind: 'desk' });
    const change = { name: 'x', settings: { ...USUAL_LIVE_PAGE, mirrored: true } };
    await client.send('PUT', `/live-pages/${page.id}`, change);
    await shown.hears({ kind: 'changed' });
  });

  it.each([
    ['Origin', 'http://evil.example'],
    ['Host', 'evil.example'],
  ])('refuses windows of other web pages (%s)', async (name, value) => {
    const { page, scene } = await livePage();
    for (const path of [`/live/${page.key}`, `/scenes/${scene}/desk`]) {
      const { socket } = new Window(path, { [name]: value });
      const [, response] = (await once(socket, 'unexpected-response')) as [
        unknown,
        { statusCode: number },
      ];
      expect(response.statusCode).toBe(403);
    }
  });

  it('lets nobody flood it', async () => {
    const { scene } = await livePage();
    const desk = new Window(`/scenes/${scene}/desk`);
    await once(desk.socket, 'open');
    const closed = once(desk.socket, 'close');
    desk.socket.send('x'.repeat(LONGEST_LIVE_MESSAGE + 1));
    expect((await closed)[0]).toBe(1009);
  });
});
