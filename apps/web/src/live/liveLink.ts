import { readLiveMessage, type LiveMessage } from '@cruvo/core/live';

/** How long to wait before a connection is tried again, ms: at first, and at most. */
const [AGAIN_MS, MOST_AGAIN_MS] = [200, 1500];
/** The relay closes with it where an address leads nowhere any more. */
const ADDRESS_CHANGED = 4001;

/** A line to the relay that comes back by itself, whatever happens to the server, the machine or the tab. */
export class LiveLink {
  private socket: WebSocket | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private wait = AGAIN_MS;
  private closed = false;

  /**
   * @param path below /api
   * @param on told what the others say, when it is connected, or not, and that its address leads nowhere any more
   */
  constructor(
    private readonly path: string,
    private readonly on: {
      readonly message: (message: LiveMessage) => void;
      readonly connected: (connected: boolean) => void;
      readonly gone?: () => void;
    },
  ) {
    this.open();
    // A machine that slept, or a network that was away: there is no use in waiting longer.
    window.addEventListener('online', this.wake);
    document.addEventListener('visibilitychange', this.wake);
  }

  /** Says something; what can't be said now is not said later: the next state tells all. */
  say(message: LiveMessage): void {
    if (this.socket?.readyState === WebSocket.OPEN) this.socket.send(JSON.stringify(message));
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
    window.removeEventListener('online', this.wake);
    document.removeEventListener('visibilitychange', this.wake);
    this.socket?.close();
  }

  private readonly wake = (): void => {
    if (this.socket === null && !this.closed && document.visibilityState === 'visible') this.open();
  };

  private open(): void {
    clearTimeout(this.timer);
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const socket = new WebSocket(`${scheme}://${location.host}/api${this.path}`);
    this.socket = socket;
    socket.onopen = () => {
      this.wait = AGAIN_MS;
      this.on.connected(true);
    };
    socket.onmessage = ({ data }: MessageEvent<unknown>) => {
      const message = readLiveMessage(data);
      if (message) this.on.message(message);
    };
    socket.onclose = ({ code }) => {
      if (this.socket !== socket) return;
      this.socket = null;
      this.on.connected(false);
      if (this.closed) return;
      if (code === ADDRESS_CHANGED) this.on.gone?.();
      const wait = code === ADDRESS_CHANGED ? MOST_AGAIN_MS : this.wait;
      this.wait = Math.min(MOST_AGAIN_MS, 2 * this.wait);
      this.timer = setTimeout(() => this.open(), wait);
    };
  }
}
