import { once } from 'node:events';
import { createServer } from 'node:http';
import { connect, type AddressInfo, type Socket } from 'node:net';
import { setTimeout } from 'node:timers/promises';
import { limitTimeouts } from './timeouts';

const server = createServer((request, response) => {
  request.resume();
  // Takes longer than anybody may be silent.
  request.on('end', () => void setTimeout(600).then(() => response.end('done')));
});
limitTimeouts(server, { headers: 300, silence: 300, answer: 5000 });
let port: number;
beforeAll(async () => {
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  ({ port } = server.address() as AddressInfo);
});
afterAll(() => void server.close());

async function open(text: string): Promise<Socket> {
  const socket = connect(port, '127.0.0.1');
  socket.on('error', () => undefined);
  await once(socket, 'connect');
  socket.write(text);
  return socket;
}
const answer = async (socket: Socket) => {
  let said = '';
  socket.on('data', (bytes: Buffer) => (said += bytes.toString()));
  await once(socket, 'close');
  return said;
};

describe('a connection', () => {
  it('that says nothing is ended', async () => {
    expect(await answer(await open(''))).toBe('');
  });
  it('that stops in the middle of its body is ended', async () => {
    const head = 'POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\nonly a bit';
    expect(await answer(await open(head))).not.toContain('done');
  });
  it('is kept while the server works for its answer', async () => {
    const head = 'POST / HTTP/1.1\r\nHost: x\r\nConnection: close\r\nContent-Length: 2\r\n\r\nok';
    expect(await answer(await open(head))).toContain('done');
  });
  it('may take its time as long as something comes', async () => {
    const head = 'POST / HTTP/1.1\r\nHost: x\r\nConnection: close\r\nContent-Length: 5\r\n\r\n';
    const socket = await open(head);
    const said = answer(socket);
    for (const byte of 'hello') {
      await setTimeout(150);
      socket.write(byte);
    }
    expect(await said).toContain('done');
  });
});
