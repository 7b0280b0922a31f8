import { Problem } from '@cruvo/core/problem';
import { emptyProduction } from '@cruvo/core/scene';
import { patchDocument } from './documents';

const original = globalThis.fetch;
afterEach(() => (globalThis.fetch = original));

const body = emptyProduction('Marsh');
const document = { id: 'd', kind: 'production', production: 'd', revision: 9, body };

/** What comes of a save from revision 3 that is answered so; and what was asked for. */
async function saved(answer: Response) {
  let asked: RequestInit | undefined;
  globalThis.fetch = async (_address, init) => {
    asked = init;
    return answer;
  };
  const outcome = await patchDocument('production', 'd', 3, [], 'window').catch(
    (error: unknown) => error as Problem,
  );
  return { outcome, asked: asked!.headers as Record<string, string> };
}

describe('a save', () => {
  it('asks for no more than the revision, and takes it from the ETag', async () => {
    const answer = new Response(null, { status: 204, headers: { ETag: '"4"' } });
    const { outcome, asked } = await saved(answer);
    expect(outcome).toEqual({ saved: true, revision: 4, merged: null });
    expect(asked).toMatchObject({ 'If-Match': '"3"', Prefer: 'return=minimal' });
  });
  it('takes the document where others have changed it too, and checks it', async () => {
    expect((await saved(Response.json(document))).outcome).toEqual({
      saved: true,
      revision: 9,
      merged: document,
    });
    const wrong = { ...document, body: { ...body, name: 7 } };
    expect((await saved(Response.json(wrong))).outcome).toBeInstanceOf(Problem);
  });
  it('is not taken for done where no revision is told', async () => {
    const { outcome } = await saved(new Response(null, { status: 204 }));
    expect(outcome).toMatchObject({ code: 'unavailable' });
  });
  it('that collides gives what is there', async () => {
    const answer = Response.json({ code: 'conflict', current: document }, { status: 409 });
    expect((await saved(answer)).outcome).toEqual({ saved: false, current: document });
  });
});
