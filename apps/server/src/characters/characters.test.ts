import { emptyProduction } from '@cruvo/core/scene';
import { randomUUID } from 'node:crypto';
import { characterFromArtwork } from '@cruvo/core/character';
import { svg } from '@cruvo/media/testing';
import { testStudio } from '../testing/studio';

const studio = testStudio();

const post = (path: string, body: string | Uint8Array<ArrayBuffer>, name: string) =>
  fetch(`${studio.address}/api${path}`, {
    method: 'POST',
    headers: { 'X-File-Name': encodeURIComponent(name) },
    body,
  });
async function brought(body: string | Uint8Array<ArrayBuffer>, name: string) {
  const lines = (await (await post('/artwork', body, name)).text()).trim().split('\n');
  return JSON.parse(lines.at(-1)!) as {
    artwork?: Parameters<typeof characterFromArtwork>[1];
    character?: unknown;
    problem?: { detail: string };
  };
}

const DRAWN = svg(
  60,
  40,
  '<g id="head"><rect width="40" height="40" fill="#cc8844"/></g><g id="mouth"><g id="rest"><rect x="9" y="30" width="9" height="2"/></g><g id="ah"><rect x="9" y="30" width="9" height="8"/></g></g>',
);

async function stored() {
  const { artwork } = await brought(DRAWN, 'Nell.svg');
  const body = characterFromArtwork('Nell / Ω', artwork!);
  const [production, id] = [randomUUID(), randomUUID()];
  await studio.services.documents.createProduction(production, [
    {
      id: production,
      kind: 'production',
      body: emptyProduction('Test'),
    },
    { id, kind: 'character', body },
  ]);
  return { production, id, body };
}
const get = (path: string) => fetch(`${studio.address}/api/characters/${path}`);

describe('a character out', () => {
  it('comes as a file that comes in again as it was', async () => {
    const { id, body } = await stored();
    const response = await get(`${id}/file`);
    expect(response.headers.get('content-disposition')).toMatch(/^attachment; filename=/);
    const file = new Uint8Array(await response.arrayBuffer());
    expect(await brought(file, 'whatever.zip')).toEqual({ character: body });
  });
  it.each(['svg', 'ora'])('comes as layered drawings: %s', async (format) => {
    const { id } = await stored();
    const response = await get(`${id}/drawings.${format}`);
    expect(response.status).toBe(200);
    const { artwork } = await brought(new Uint8Array(await response.arrayBuffer()), `a.${format}`);
    expect(artwork!.layers.map(({ name }) => name)).toEqual(['head', 'mouth']);
    expect(artwork!.layers[1]!.layers.map(({ hidden }) => hidden)).toEqual([false, true]);
  });
  it('is refused for what is none', async () => {
    const { production } = await stored();
    expect((await get(`${production}/file`)).status).toBe(404);
    expect((await get(`${randomUUID()}/drawings.svg`)).status).toBe(404);
    expect((await get('nobody/file')).status).toBe(404);
  });
});

it('a damaged file of a character is refused in a sentence', async () => {
  const { id } = await stored();
  const file = new Uint8Array(await (await get(`${id}/file`)).arrayBuffer());
  const { problem } = await brought(file.slice(0, file.length - 200), 'cut.zip');
  expect(problem!.detail).toMatch(/^“cut\.zip” is damaged or cut off/);
});
