/** @jest-environment ./scripts/testEnvironments/browser.mjs */
import { jest } from '@jest/globals';
import type { LiveMessage } from '@cruvo/core/live';
import { LiveLink } from './liveLink';

/** A line that opens and closes as the test says. */
class FakeSocket {
  static readonly OPEN = 1;
  static opened: FakeSocket[] = [];
  readyState = 0;
  onopen: (() => void) | null = null;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onclose: ((event: { code: number }) => void) | null = null;
  readonly sent: string[] = [];

  constructor(readonly url: string) {
    FakeSocket.opened.push(this);
  }

  send(text: string): void {
    this.sent.push(text);
  }

  open(): void {
    this.readyState = FakeSocket.OPEN;
    this.onopen?.();
  }

  close(code = 1000): void {
    this.readyState = 3;
    this.onclose?.({ code });
  }
}

const last = () => FakeSocket.opened.at(-1)!;

beforeEach(() => {
  jest.useFakeTimers();
  FakeSocket.opened = [];
  Object.assign(globalThis, { WebSocket: FakeSocket });
});
afterEach(() => jest.useRealTimers());

function link() {
  const heard: LiveMessage[] = [];
  const states: (boolean | 'gone')[] = [];
  const opened = new LiveLink('/live/key', {
    message: (message) => heard.push(message),
    connected: (connected) => states.push(connected),
    gone: () => states.push('gone'),
  });
  return { heard, states, opened };
}

it('says and hears what can be read', () => {
  const { heard, opened } = link();
  expect(last().url).toBe(`ws://${location.host}/api/live/key`);
  opened.say({ kind: 'hello' });
  last().open();
  opened.say({ kind: 'hello' });
  expect(last().sent).toEqual(['{"kind":"hello"}']);
  last().onmessage!({ data: '{"kind":"pages","count":2}' });
  last().onmessage!({ data: '{"kind":"explode"}' });
  expect(heard).toEqual([{ kind: 'pages', count: 2 }]);
  opened.close();
});

it('comes back within two seconds, however long the server was away', () => {
  const { states, opened } = link();
  last().open();
  for (let attempt = 1; attempt <= 8; attempt++) {
    last().close(1006);
    jest.advanceTimersByTime(1500);
    expect(FakeSocket.opened).toHaveLength(attempt + 1);
  }
  last().open();
  expect(states.at(-1)).toBe(true);
  // After it was there, it is quick again.
  last().close(1006);
  jest.advanceTimersByTime(200);
  expect(FakeSocket.opened).toHaveLength(10);
  opened.close();
});

it('tells that its address leads nowhere, and does not come back once it is closed', () => {
  const { states, opened } = link();
  last().open();
  last().close(4001);
  expect(states).toEqual([true, false, 'gone']);
  opened.close();
  jest.advanceTimersByTime(60_000);
  expect(FakeSocket.opened).toHaveLength(1);
});

it('does not wait when the network is back', () => {
  const { opened } = link();
  last().close(1006);
  window.dispatchEvent(new Event('online'));
  expect(FakeSocket.opened).toHaveLength(2);
  opened.close();
});
