import { delimiter } from 'node:path';
import { Client } from '../testing/requests';
import { startTestStudio, type TestStudio } from '../testing/studio';

let studio: TestStudio;
let client: Client;
beforeAll(async () => {
  studio = await startTestStudio();
  client = new Client(studio.address);
});
afterAll(() => studio.close());

const ask = (body: unknown) => client.send('POST', '/pronunciations', body);

describe('pronunciations', () => {
  it('come as IPA for each word, whatever it holds', async () => {
    const words = ['niebla', 'marisma', '23', 'a.m.', 'qué'];
    const { status, body } = await ask({ language: 'es', words });
    expect(status).toBe(200);
    const sounds = body['sounds'] as Record<string, string>;
    expect(Object.keys(sounds)).toEqual(expect.arrayContaining(words));
    expect(sounds['niebla']).toMatch(/n.*ebla/);
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

  it('of a language that nobody speaks are refused', async () => {
    const { status, body } = await ask({ language: 'tlh', words: ['a'] });
    expect([status, body['detail']]).toEqual([
      422,
      'The language “tlh” is not known here. Choose another, or fit the mouths to the voice alone.',
    ]);
  });

  it('can’t be had without espeak-ng, and the server says what to do', async () => {
    const path = process.env['PATH'];
    process.env['PATH'] = ['/nowhere', '/nothing'].join(delimiter);
    const { status, body } = await ask({ language: 'es', words: ['a'] });
    process.env['PATH'] = path;
    expect(status).toBe(503);
    expect(body['detail']).toMatch(/espeak-ng is not installed .* apt-get install espeak-ng/);
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
