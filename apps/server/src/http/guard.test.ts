import { request } from 'node:http';
import { testStudio } from '../testing/studio';

const studio = testStudio();

/** The status of a request with headers that fetch would not send. */
function ask(headers: Record<string, string>, method = 'GET'): Promise<number> {
  return new Promise((resolve, reject) => {
    request(`${studio.address}/api/productions`, { method, headers }, (response) => {
      response.resume();
      resolve(response.statusCode!);
    })
      .on('error', reject)
      .end();
  });
}

const port = () => new URL(studio.address).port;

describe('the guard', () => {
  it.each(['127.0.0.1', 'localhost', '[::1]'])('answers to %s', async (name) => {
    expect(await ask({ Host: `${name}:${port()}` })).toBe(200);
  });
  it.each(['studio.example.invalid', '127.0.0.1.example.invalid', '192.168.0.7'])(
    'does not answer to %s, which a foreign name server could point here',
    async (name) => {
      expect(await ask({ Host: `${name}:${port()}` })).toBe(422);
    },
  );
  it.each(['http://example.invalid', 'http://127.0.0.1:1', 'null'])(
    'takes nothing from a page of %s',
    async (origin) => {
      expect(await ask({ Origin: origin }, 'POST')).toBe(422);
    },
  );
});

it('tells pages to load nothing from elsewhere', async () => {
  const { headers } = await fetch(`${studio.address}/api/productions`);
  expect(headers.get('content-security-policy')).toMatch(/default-src 'self'/);
  expect(headers.get('x-content-type-options')).toBe('nosniff');
});
