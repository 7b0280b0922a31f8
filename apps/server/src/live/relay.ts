import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { string } from 'yup';
import { LONGEST_LIVE_MESSAGE, type LiveMessage } from '@cruvo/core/live';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { WebSocketServer, type WebSocket } from 'ws';
import { checkAddress } from '../http/guard';
import { log } from '../log';
import type { LivePageStore } from './store';

/** A page that reads more slowly than it is told has what it missed told anew by the next message, bytes. */
const MOST_WAITING = 4 * LONGEST_LIVE_MESSAGE;
const PING_EVERY_MS = 10_000;

/** Those who hear each other: the desks of a scene, and its live pages. */
interface Room {
  readonly desks: Set<WebSocket>;
  /** By page, the key of its address. */
  readonly pages: Map<WebSocket, string>;
}

/**
 * Passes messages on between the live desk of a scene and its live pages, over WebSockets: what a desk says goes to all
 * pages, and the other way round. `/api/live/KEY` is a page, `/api/scenes/ID/desk` a desk.
 */
export class LiveRelay {
  private readonly sockets = new WebSocketServer({
    noServer: true,
    maxPayload: LONGEST_LIVE_MESSAGE,
  });
  private readonly rooms = new Map<string, Room>();
  private readonly quiet = new Set<WebSocket>();
  private readonly pinging: NodeJS.Timeout;

  constructor(private readonly pages: Pick<LivePageStore, 'byKey'>) {
    this.pinging = setInterval(() => this.ping(), PING_EVERY_MS).unref();
  }

  /** Takes over requests of a server that want to become WebSockets. */
  attach(server: Server): void {
    server.on('upgrade', (request, socket, head) => {
      this.upgrade(request, socket, head).catch((error: unknown) => {
        log.info({ reason: sentenceOf(error) }, 'a live connection was refused');
        const missing = error instanceof Problem && error.code === 'not-found';
        socket.end(`HTTP/1.1 ${missing ? '404 Not Found' : '403 Forbidden'}\r\n\r\n`);
      });
    });
  }

  close(): void {
    clearInterval(this.pinging);
    for (const client of this.sockets.clients) client.terminate();
    this.sockets.close();
  }

  /** Tells the pages of an address. */
  tellPages(key: string, message: LiveMessage): void {
    for (const page of this.pagesOf(key)) tell(page, JSON.stringify(message));
  }

  /** An address leads nowhere any more. */
  closePages(key: string): void {
    for (const page of this.pagesOf(key)) page.close(4001, 'the address was changed');
  }

  private pagesOf(key: string): WebSocket[] {
    return [...this.rooms.values()].flatMap(({ pages }) =>
      [...pages].flatMap(([page, own]) => (own === key ? [page] : [])),
    );
  }

  private async upgrade(request: IncomingMessage, socket: Duplex, head: Buffer): Promise<void> {
    checkAddress(request);
    const path = new URL(request.url ?? '', 'http://localhost').pathname;
    const key = /^\/api\/live\/([\w-]{8,100})$/.exec(path)?.[1];
    const desk = /^\/api\/scenes\/([^/]+)\/desk$/.exec(path)?.[1];
    if (key !== undefined) {
      const { scene } = await this.pages.byKey(key);
      this.sockets.handleUpgrade(request, socket, head, (page) => this.addPage(scene, key, page));
    } else if (string().uuid().required().isValidSync(desk)) {
      this.sockets.handleUpgrade(request, socket, head, (opened) => this.addDesk(desk!, opened));
    } else throw new Problem('not-found', 'There is nothing of this name.');
  }

  private addPage(scene: string, key: string, page: WebSocket): void {
    const room = this.roomOf(scene);
    room.pages.set(page, key);
    this.watch(page, () => {
      room.pages.delete(page);
      this.count(scene, room);
    });
    page.on('message', (data) => {
      for (const desk of room.desks) tell(desk, String(data));
    });
    tell(page, JSON.stringify({ kind: 'desk', there: room.desks.size > 0 } satisfies LiveMessage));
    this.count(scene, room);
  }

  private addDesk(scene: string, desk: WebSocket): void {
    const room = this.roomOf(scene);
    room.desks.add(desk);
    this.watch(desk, () => {
      room.desks.delete(desk);
      this.deskThere(scene, room);
    });
    desk.on('message', (data) => {
      const text = String(data);
      for (const page of room.pages.keys()) tell(page, text);
    });
    this.deskThere(scene, room);
    this.count(scene, room);
  }

  private watch(socket: WebSocket, onClose: () => void): void {
    socket.on('pong', () => this.quiet.delete(socket));
    socket.on('error', () => socket.terminate());
    socket.on('close', () => {
      this.quiet.delete(socket);
      onClose();
    });
  }

  private roomOf(scene: string): Room {
    const known = this.rooms.get(scene);
    if (known) return known;
    const room: Room = { desks: new Set(), pages: new Map() };
    this.rooms.set(scene, room);
    return room;
  }

  private deskThere(scene: string, room: Room): void {
    const message: LiveMessage = { kind: 'desk', there: room.desks.size > 0 };
    for (const page of room.pages.keys()) tell(page, JSON.stringify(message));
    this.forget(scene, room);
  }

  private count(scene: string, room: Room): void {
    const message: LiveMessage = { kind: 'pages', count: room.pages.size };
    for (const desk of room.desks) tell(desk, JSON.stringify(message));
    this.forget(scene, room);
  }

  private forget(scene: string, { desks, pages }: Room): void {
    if (desks.size + pages.size === 0) this.rooms.delete(scene);
  }

  /** Whoever did not answer the ping before is gone. */
  private ping(): void {
    for (const client of this.sockets.clients) {
      if (this.quiet.has(client)) client.terminate();
      else {
        this.quiet.add(client);
        client.ping();
      }
    }
  }
}

function tell(socket: WebSocket, text: string): void {
  if (socket.readyState === socket.OPEN && socket.bufferedAmount < MOST_WAITING) socket.send(text);
}
