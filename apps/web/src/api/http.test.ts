import { jest } from '@jest/globals';
import { Problem } from '@cruvo/core/problem';
import { getJson, request, sendJson, SERVER_AWAY } from './http';

type Fetch = typeof globalThis.fetch;
const original = globalThis.fetch;
afterEach(() => (globalThis.fetch = original));

/** Lets the server answer, and tells what it was asked. */
function answering(answer: () => Response | Promise<Response>) {
  const asked = jest.fn<Fetch>(async () => answer());
  globalThis.fetch = asked;
  return asked;
}
const problem = (run: Promise<unknown>) =>
  run.then(
    () => null,
    (error: unknown) => error as Problem,
  );

describe('asking the server', () => {
  it('gives what it answers', async () => {
    const asked = answering(() => Response.json({ name: 'Fog' }));
    expect(await getJson('/productions')).toEqual({ name: 'Fog' });
    expect(asked.mock.calls[0]![0]).toBe('/api/productions');
  });

  it('sends JSON with the headers that are wanted', async () => {
    const asked = answering(() => Response.json({}));
    await sendJson('PATCH', '/scenes/1', { name: 'Fog' }, { headers: { 'If-Match': '"3"' } });
    expect(asked.mock.calls[0]![1]).toEqual({
      method: 'PATCH',
      headers: { 'Content-Type': 'application/json', 'If-Match': '"3"' },
      body: '{"name":"Fog"}',
    });
  });

  it('tells the server’s own sentence', async () => {
    answering(() =>
      Response.json({ code: 'conflict', detail: 'Somebody else saved it.' }, { status: 412 }),
    );
    const error = await problem(request('/scenes/1'));
    expect(error).toBeInstanceOf(Problem);
    expect(error).toMatchObject({ code: 'conflict', message: 'Somebody else saved it.' });
  });

  it('has a sentence of its own where the server has none', async () => {
    answering(() => new Response('<h1>Bad gateway</h1>', { status: 502 }));
    expect(await problem(request('/scenes/1'))).toMatchObject({
      code: 'unavailable',
      message: 'The studio’s server answered with 502.',
    });
  });

  it('asks a busy server again, after the time that it says, but not for ever', async () => {
    jest.useFakeTimers();
    const busy = () =>
      Response.json(
        { code: 'busy', detail: 'Busy.' },
        { status: 503, headers: { 'Retry-After': '4' } },
      );
    const answers = [busy(), Response.json({ name: 'Fog' })];
    const asked = answering(() => answers.shift()!);
    const got = getJson('/productions');
    await jest.advanceTimersByTimeAsync(3900);
    expect(asked).toHaveBeenCalledTimes(1);
    await jest.advanceTimersByTimeAsync(200);
    expect(await got).toEqual({ name: 'Fog' });
    const never = answering(busy);
    const given = problem(getJson('/productions'));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(await given).toMatchObject({ code: 'busy', message: 'Busy.' });
    expect(never).toHaveBeenCalledTimes(6);
    jest.useRealTimers();
  });

  it('says when the server can’t be reached', async () => {
    answering(() => Promise.reject(new TypeError('Failed to fetch')));
    expect(await problem(request('/scenes/1'))).toMatchObject({
      code: 'unavailable',
      message: SERVER_AWAY,
    });
  });

  it('lets what was given up be given up', async () => {
    const given = new DOMException('stopped', 'AbortError');
    answering(() => Promise.reject(given));
    expect(await problem(request('/scenes/1'))).toBe(given);
  });
});
