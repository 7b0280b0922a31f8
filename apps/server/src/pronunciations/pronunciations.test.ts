import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { Problem } from '@cruvo/core/problem';
import { createApp } from '../app';
import { Client } from '../testing/requests';
import { testStudio } from '../testing/studio';

const studio = testStudio();
const client = new Client(studio);

const ask = (body: unknown) => client.send('POST', '/pronunciations', body);

describe('pronunciations', () => {
  it('come as IPA for each word, whatever it holds', async () => {
    const words = ['niebla', 'marisma', '23', 'a.m.', 'qué'];
    const { status, body } = await ask({ language: 'es', words });
    expect(status).toBe(200);
    const sounds = body['sounds'] as Record<string, string>;
    expect(Object.keys(sounds)).toEqual(expect.arrayContaining(words));
    expect(sounds['niebla']).toMatch(/^n.*la$/);
    expect(sounds['marisma']).toMatch(/m.*ma$/);
  });

  it('stay with their words when there are more than one run can say', async () => {
    const words = Array.from({ length: 900 }, (_, at) =>
      at % 2 === 0 ? `mama${at}` : `papa${at}`,
    );
    const { body } = await ask({ language: 'en', words });
    const sounds = body['sounds'] as Record<string, string>;
    for (const word of words) expect(sounds[word]).toContain(word.startsWith('m') ? 'm' : 'p');
  });

  it('keep their words where one of them comes out as several lines', async () => {
    const long = 'Ten. Eleven! Twelve?';
    const words = ['casa', ...Array.from({ length: 30 }, (_, at) => `palabra${at}`), long, 'fin'];
    const { body } = await ask({ language: 'es', words });
    const sounds = body['sounds'] as Record<string, string>;
    expect(sounds['casa']).toMatch(/k.*s/);
    expect(sounds['fin']).toMatch(/^f/);
    expect(sounds[long]!.length).toBeGreaterThan(sounds['fin']!.length);
  });

  it('of a language that nobody speaks are refused', async () => {
    const { status, body } = await ask({ language: 'tlh', words: ['a'] });
    expect([status, body['detail']]).toEqual([
      422,
      'The language “tlh” is not known here. Choose another, or fit the mouths to the voice alone.',
    ]);
  });

  it('can’t be had while nobody can say them, and the server says so', async () => {
    const sentence = 'The program espeak-ng is not installed on the server.';
    const speller = () => Promise.reject(new Problem('unavailable', sentence));
    const server = createApp({ ...studio.services, speller }, '').listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    const other = new Client({ address: `http://127.0.0.1:${port}` });
    const { status, body } = await other.send('POST', '/pronunciations', {
      language: 'es',
      words: ['a'],
    });
    server.close();
    expect([status, body['detail']]).toEqual([503, sentence]);
  });

  it.each([
    ['no language', { words: ['a'] }],
    ['an option in place of a language', { language: '--help', words: ['a'] }],
    ['no words', { language: 'es', words: [] }],
    ['a word of a thousand letters', { language: 'es', words: ['a'.repeat(1000)] }],
    ['no list', { language: 'es', words: 'a' }],
  ])('are refused for %s', async (_what, body) => {
    expect((await ask(body)).status).toBe(422);
  });
});
