import { request as httpRequest } from 'node:http';
import { DEFAULT_FIT } from '@cruvo/core/mouth';
import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);
let made: MadeProduction;

beforeAll(async () => {
  made = await makeProduction(studio, 0.1);
});

const NOBODY = '00000000-0000-4000-8000-000000000000';
const HASH = 'a'.repeat(64);
const IDS = ['x', '1', '%00', "' or 1=1", '..%2f..%2fetc%2fpasswd', `${NOBODY}0`, 'ü'];

/** Every route that takes something in its address. */
const WITH_ID: readonly (readonly [method: string, path: (id: string) => string])[] = [
  ['PUT', (id) => `/productions/${id}/order`],
  ['DELETE', (id) => `/documents/${id}`],
  ['POST', (id) => `/deleted/${id}/back`],
  ['POST', (id) => `/productions/${id}/documents`],
  ['GET', (id) => `/productions/${id}/films`],
  ['GET', (id) => `/productions/${id}/file`],
  ['GET', (id) => `/documents/${id}`],
  ['PATCH', (id) => `/documents/${id}`],
  ['GET', (id) => `/documents/${id}/revisions`],
  ['GET', (id) => `/documents/${id}/revisions/1`],
  ['GET', (id) => `/documents/${id}/poster`],
  ['GET', (id) => `/characters/${id}/drawings.svg`],
  ['GET', (id) => `/characters/${id}/drawings.ora`],
  ['GET', (id) => `/characters/${id}/file`],
  ['POST', (id) => `/films/${id}/cancel`],
  ['POST', (id) => `/films/${id}/pause`],
  ['POST', (id) => `/films/${id}/resume`],
  ['POST', (id) => `/films/${id}/first`],
  ['GET', (id) => `/films/${id}/preview`],
  ['POST', (id) => `/live-pages/${id}/key`],
  ['PUT', (id) => `/live-pages/${id}`],
  ['DELETE', (id) => `/live-pages/${id}`],
  ['DELETE', (id) => `/films/${id}`],
  ['GET', (id) => `/films/${id}/files/0`],
  ['GET', (id) => `/media/${id}`],
  ['GET', (id) => `/tracks/${id}`],
  ['POST', (id) => `/recordings/${id}/voice`],
];

/** A plain sentence, without paths, names of errors or insides of the program. */
function expectSentence({ status, body }: { status: number; body: Record<string, unknown> }) {
  expect(status).toBeGreaterThanOrEqual(400);
  expect(status).toBeLessThan(500);
  expect(body['detail']).toMatch(/^[A-Z“].*[.]$/s);
  expect(body['detail']).not.toMatch(/Error|undefined|\/usr|node_modules|select |insert /);
}

describe.each(WITH_ID)('%s %s', (method, path) => {
  it.each(IDS)('says that there is nothing called %s', async (id) => {
    const body = ['PATCH', 'POST', 'PUT'].includes(method) ? {} : undefined;
    expectSentence(await client.send(method, path(id), body, { 'If-Match': '"1"' }));
  });
});

describe.each(WITH_ID.filter(([, path]) => !/films$/.test(path(NOBODY))))(
  '%s %s',
  (method, path) => {
    it('says that what it is asked for is not there', async () => {
      const id = path('x').startsWith('/media') || path('x').startsWith('/tracks') ? HASH : NOBODY;
      const body =
        method === 'PATCH'
          ? { patches: [] }
          : method === 'POST'
            ? { id: NOBODY, kind: 'character', body: made.character }
            : method === 'PUT'
              ? { ids: [made.sceneId] }
              : undefined;
      const answer = await client.send(method, path(id), body, { 'If-Match': '"1"' });
      expect([answer.status, path(id)]).toEqual([404, path(id)]);
      expectSentence(answer);
    });
  },
);

/** Bodies that are no request of any route. */
const BODIES: readonly (readonly [what: string, text: string])[] = [
  ['nothing', ''],
  ['no JSON', '{"a":'],
  ['a list', '[]'],
  ['null', 'null'],
  ['a text', '"x"'],
  ['other keys', '{"__proto__":{"x":1},"constructor":2}'],
  ['endless nesting', '['.repeat(200_000)],
  ['deep nesting', `${'{"a":'.repeat(500)}1${'}'.repeat(500)}`],
  ['a number that is no number', '{"id":1e999,"documents":1e999,"patches":1e999,"words":1e999}'],
  ['NUL', '{"id":"\\u0000","kind":"\\u0000","scene":"\\u0000","words":["\\u0000"]}'],
];
const WITH_BODY: readonly (readonly [method: string, path: () => string])[] = [
  ['POST', () => '/productions'],
  ['POST', () => `/productions/${made.production}/documents`],
  ['PUT', () => `/productions/${made.production}/order`],
  ['PATCH', () => `/documents/${made.sceneId}`],
  ['POST', () => '/films'],
  ['POST', () => '/pronunciations'],
  ['POST', () => '/tracks'],
];

describe.each(WITH_BODY)('%s', (method, path) => {
  const send = async (body: string, type = 'application/json') => {
    const response = await fetch(`${studio.address}/api${path()}`, {
      method,
      headers: { 'Content-Type': type, 'If-Match': '"1"' },
      body,
    });
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  it.each(BODIES)(`refuses %s`, async (_, text) => expectSentence(await send(text)));
  it('refuses what is not said to be JSON', async () => {
    expectSentence(await send('{"id":1}', 'text/plain'));
    expectSentence(await send('{"id":1}', 'application/json; charset=koi8-r'));
  });
  it('refuses a repeated request under a key that can’t be one', async () => {
    if (method !== 'POST' || path() === '/tracks') return;
    const { status } = await client.send(
      method,
      path(),
      {},
      { 'Idempotency-Key': 'x'.repeat(300) },
    );
    expect(status).toBe(422);
  });
});

describe('a save', () => {
  const patch = (patches: unknown, headers: Record<string, string> = { 'If-Match': '"1"' }) =>
    client.send('PATCH', `/documents/${made.sceneId}`, { patches }, headers);
  const name = (value: unknown) => [{ op: 'replace', path: ['name'], value }];
  const HUGE = '99999999999999999999';

  it.each([
    ['no revision', undefined],
    ['a weak one', 'W/"1"'],
    ['one that is too large', `"${HUGE}"`],
    ['something else', 'x'],
  ])('needs a revision: %s', async (_, match) => {
    expectSentence(await patch(name('x'), match === undefined ? {} : { 'If-Match': match }));
  });
  it.each([
    ['NUL', 'a\0b'],
    ['half a pair', '\ud83c'],
    ['too much text', 'x'.repeat(300)],
    ['a list', ['x']],
  ])('refuses a name that can’t be stored: %s', async (_, value) => {
    expectSentence(await patch(name(value)));
  });
  it('refuses numbers that are not finite, and the document can be saved afterwards', async () => {
    const response = await fetch(`${studio.address}/api/documents/${made.sceneId}`, {
      method: 'PATCH',
      headers: { 'Content-Type': 'application/json', 'If-Match': '"1"' },
      body: '{"patches":[{"op":"replace","path":["cast","member","x"],"value":1e999}]}',
    });
    expect(response.status).toBe(422);
    expect((await response.json()) as object).toMatchObject({
      detail: expect.stringMatching(/finite/),
    });
    const { revision } = await studio.services.documents.read(made.sceneId);
    expect((await patch(name('Fog'), { 'If-Match': `"${revision}"` })).status).toBe(200);
  });
  it.each([['../../etc/passwd'], ['a/b'], ['__proto__'], [''], ['x'.repeat(100)], ['a\nb']])(
    'refuses a line that is called %j',
    async (id) => {
      const line = { ...made.scene.lines['line']!, id, fit: DEFAULT_FIT };
      expectSentence(await patch([{ op: 'add', path: ['lines', id], value: line }]));
    },
  );
  it('refuses what refers to media of another kind, or that are not there', async () => {
    const { working, peaks } = made.scene.lines['line']!.voice!;
    const voice = (hash: string) => [
      { op: 'replace', path: ['lines', 'line', 'voice', 'working'], value: hash },
    ];
    const { revision } = await studio.services.documents.read(made.sceneId);
    const headers = { 'If-Match': `"${revision}"` };
    for (const [hash, sentence] of [
      [HASH, /no longer there/],
      [peaks, /another kind/],
    ] as const) {
      const answer = await patch(voice(hash), headers);
      expect([answer.status, answer.body['detail']]).toEqual([
        422,
        expect.stringMatching(sentence),
      ]);
    }
    expect((await patch(voice(working), headers)).status).toBe(200);
    const track = [{ op: 'replace', path: ['lines', 'line', 'track'], value: HASH }];
    expectSentence(await patch(track, { 'If-Match': `"${revision + 1}"` }));
    const member = [{ op: 'replace', path: ['cast', 'member', 'character'], value: NOBODY }];
    expectSentence(await patch(member, { 'If-Match': `"${revision + 1}"` }));
  });
});

describe('uploads', () => {
  const send = (path: string, headers: Record<string, string>, body = 'x') =>
    client.sendRaw(path, headers, body);
  it.each(['/media/voices', '/media/pictures', '/artwork'])('%s need a name', async (path) => {
    for (const headers of [{}, { 'X-File-Name': '%' }, { 'X-File-Name': 'x'.repeat(400) }]) {
      expectSentence(await send(path, headers as Record<string, string>));
    }
  });
  it.each(['/media/voices', '/media/pictures'])('%s refuse what is none', async (path) => {
    expectSentence(await send(path, { 'X-File-Name': '..%2f..%2fx%00.png' }));
  });
});

describe('whoever asks', () => {
  /** As no browser would: with a host of one's own. */
  const ask = (headers: Record<string, string>) =>
    new Promise<number>((resolve, reject) => {
      const url = new URL('/api/productions', studio.address);
      httpRequest(url, { headers }, (answer) => {
        answer.resume();
        resolve(answer.statusCode!);
      })
        .on('error', reject)
        .end();
    });
  it.each(['evil.example', '127.0.0.1.evil.example', 'localhost@evil.example', '[::1', '0.0.0.0'])(
    'is not answered at %s',
    async (host) => expect(await ask({ host })).toBeGreaterThanOrEqual(400),
  );
  it.each(['http://evil.example', 'null', 'http://127.0.0.1:1', 'https://localhost'])(
    'is not answered on behalf of %s',
    async (origin) => expect(await ask({ origin })).toBe(422),
  );
  it('is told that there is nothing at other addresses', async () => {
    for (const path of ['/x', '/productions/x/y/z', '/documents', '/media']) {
      expectSentence(await client.send('GET', path));
    }
  });
});
