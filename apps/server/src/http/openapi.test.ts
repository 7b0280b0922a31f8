import { readFile } from 'node:fs/promises';
import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { parse } from 'yaml';
import { FILM_FORMAT_NAMES } from '@cruvo/core/delivery';
import { USUAL_LIVE_PAGE } from '@cruvo/core/live';
import { PROBLEM_CODES } from '@cruvo/core/problem';
import { writeTrack } from '@cruvo/core/speech';
import { testTrack } from '@cruvo/core/testing';
import { FRAME_RATE_NAMES } from '@cruvo/core/time';
import { plainSvg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { createApp } from '../app';
import { makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';

interface Operation {
  readonly operationId: string;
  readonly responses: Readonly<Record<string, object>>;
}
type Paths = Readonly<Record<string, Readonly<Record<string, Operation>>>>;

const METHODS = ['get', 'post', 'put', 'patch', 'delete'];
const PAGE = new URL('../../../../docs/openapi.yaml', import.meta.url);
const studio = testStudio();
let paths: Paths;
let described: { readonly components: { readonly schemas: Record<string, { enum?: string[] }> } };
let made: MadeProduction;
const ajv = new Ajv2020({ strict: false, allErrors: true });
// The package is of an older kind of module.
(formats as unknown as (to: Ajv2020) => void)(ajv);

beforeAll(async () => {
  described = parse(await readFile(PAGE, 'utf8')) as typeof described;
  ({ paths } = described as unknown as { paths: Paths });
  ajv.addSchema(described, 'openapi');
  made = await makeProduction(studio, 0.2);
});

const operations = () =>
  Object.entries(paths).flatMap(([path, item]) =>
    METHODS.filter((method) => method in item).map((method) => ({
      ...{ path, method, operation: item[method]! },
    })),
  );

describe('the description of the API', () => {
  it('is one as OpenAPI 3.1 has it', async () => {
    const result = await new Validator().validate(structuredClone(described) as never);
    expect(result).toMatchObject({ valid: true });
  });
  it('holds every route of the server, and no other', () => {
    const pathOf = (path: string) => path.replace(/:(\w+)/g, '{$1}').replace(/^\/api/, '');
    const known = routesOf(createApp(studio.services, '')).map(
      ([method, path]) => `${method} ${pathOf(path)}`,
    );
    const told = operations().map(({ method, path }) => `${method} ${path}`);
    expect(told.sort()).toEqual([...new Set(known)].sort());
  });
  it('knows the formats, rates and kinds of problem that there are', () => {
    const { FilmSettings, Problem } = described.components.schemas as unknown as Record<
      string,
      { properties: Record<string, { enum: string[] }> }
    >;
    expect(FilmSettings!.properties['format']!.enum).toEqual(FILM_FORMAT_NAMES);
    expect(FilmSettings!.properties['frameRate']!.enum).toEqual(FRAME_RATE_NAMES);
    expect(Problem!.properties['code']!.enum).toEqual(PROBLEM_CODES);
  });
});

describe('what the server answers', () => {
  const asked = new Set<string>();

  /** Sends a request that is done, and checks the answer against its description. */
  async function ask(...request: Parameters<typeof send>) {
    const answer = await send(...request);
    if (answer.status > 299) throw new Error(`${request[0]} was answered with ${answer.status}.`);
    return answer;
  }

  async function send(
    operationId: string,
    values: Readonly<Record<string, string>> = {},
    init: { body?: unknown; raw?: Uint8Array; headers?: Record<string, string> } = {},
  ): Promise<{ status: number; body: Record<string, unknown>; lines: Record<string, unknown>[] }> {
    const found = operations().find(({ operation }) => operation.operationId === operationId);
    if (!found) throw new Error(`${operationId} is not described.`);
    const { path, method, operation } = found;
    const address = path.replace(/\{(\w+)\}/g, (_, name: string) => values[name]!);
    const response = await fetch(`${studio.address}/api${address}`, {
      method: method.toUpperCase(),
      headers: {
        ...(init.body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...init.headers,
      },
      body:
        init.body === undefined
          ? ((init.raw ?? null) as BodyInit | null)
          : JSON.stringify(init.body),
    });
    const status = String(response.status);
    const key = status in operation.responses ? status : 'default';
    // A success must be described by itself.
    if (response.ok) expect([operationId, key]).toEqual([operationId, status]);
    asked.add(operationId);
    const pointer = [path, method, 'responses', key].map((part) =>
      part.replaceAll('~', '~0').replaceAll('/', '~1'),
    );
    const answer = resolved(`/paths/${pointer.join('/')}`);
    const type = (response.headers.get('Content-Type') ?? '').split(';')[0]!;
    const text = type.startsWith('image/') || type.includes('zip') ? '' : await response.text();
    const described = Object.keys(answer.content ?? {});
    if (response.status !== 204 && !described.includes('*/*')) expect(described).toContain(type);
    const schema = answer.content?.[type]?.schema;
    const lines = type.endsWith('ndjson') ? text.trim().split('\n') : [text];
    const bodies = schema && text !== '' ? lines.map((line) => JSON.parse(line) as unknown) : [];
    for (const body of bodies) {
      const valid = ajv.validate(
        { $ref: `openapi#${answer.pointer}/content/${type.replace('/', '~1')}/schema` },
        body,
      );
      expect({ operationId, errors: valid ? [] : ajv.errors }).toEqual({ operationId, errors: [] });
    }
    return {
      status: response.status,
      body: (bodies[0] ?? {}) as Record<string, unknown>,
      lines: bodies as Record<string, unknown>[],
    };
  }

  /** What a place of the description holds, where it may only say where that is. */
  function resolved(pointer: string): {
    pointer: string;
    content?: Record<string, { schema?: object }>;
  } {
    const at = (place: string) =>
      place
        .split('/')
        .slice(1)
        .reduce<unknown>(
          (value, part) =>
            (value as Record<string, unknown>)[part.replaceAll('~1', '/').replaceAll('~0', '~')],
          described,
        ) as { $ref?: string };
    const { $ref } = at(pointer);
    const place = $ref === undefined ? pointer : $ref.slice(1);
    return { pointer: place, ...(at(place) as object) };
  }

  const NOBODY = { id: '00000000-0000-4000-8000-000000000000' };
  const named = (name: string, more: Record<string, string> = {}) => {
    return { 'X-File-Name': name, ...more };
  };

  it('is as described: productions and documents', async () => {
    const { production: id, sceneId, character } = made;
    await ask('health');
    await ask('listProductions');
    const copy = crypto.randomUUID();
    const { body: root } = await ask('readDocument', { id });
    const documents = [{ id: copy, kind: 'production', body: root['body'] }];
    await ask('createProduction', {}, { body: { id: copy, documents } });
    const added = { id: crypto.randomUUID(), kind: 'character', body: character };
    await ask('addDocument', { id }, { body: added });
    await ask('arrangeDocuments', { id }, { body: { ids: [added.id, sceneId] } });
    const patches = [{ op: 'replace', path: ['name'], value: 'Other' }];
    const from = (revision: number) => ({ headers: { 'If-Match': `"${revision}"` } });
    await ask('changeDocument', { id: added.id }, { body: { patches }, ...from(1) });
    const clash = [{ op: 'replace', path: ['name'], value: 'Yet another' }];
    const late = await send(
      'changeDocument',
      { id: added.id },
      { body: { patches: clash }, ...from(1) },
    );
    expect(late.status).toBe(409);
    await ask('listRevisions', { id: added.id });
    await ask('readRevision', { id: added.id, revision: '1' });
    await ask('readPoster', { id: sceneId });
    await ask('deleteDocument', { id: added.id });
    await ask('listDeleted');
    await ask('bringBack', { id: added.id }, { body: {} });
    await ask('carryCharacter', { id: added.id });
    await ask('drawingsAsSvg', { id: added.id });
    await ask('drawingsAsOpenRaster', { id: added.id });
    expect((await send('readDocument', NOBODY)).status).toBe(404);
    expect((await send('createProduction', {}, { body: {} })).status).toBe(422);
  });

  it('is as described: files and voices', async () => {
    const folder = testFolder();
    const { production: id, sceneId: scene } = made;
    await ask('carryProduction', { id });
    const zip = await fetch(`${studio.address}/api/productions/${id}/file`);
    const raw = new Uint8Array(await zip.arrayBuffer());
    const brought = await ask('bringProduction', {}, { raw, headers: named('x.zip') });
    expect(brought.lines.at(-1)).toHaveProperty('production');
    const voice = await readFile(wav(folder, 'voice.wav', 0.5, toneIn([0.1, 0.4])));
    const svg = await readFile(write(folder, 'picture.svg', plainSvg('#ff0000')));
    const lines = { Accept: 'application/x-ndjson' };
    const opened = await ask('openVoice', {}, { raw: voice, headers: named('voice.wav') });
    await ask('openVoice', {}, { raw: voice, headers: named('voice.wav', lines) });
    await ask('openPicture', {}, { raw: svg, headers: named('picture.svg') });
    await ask('openPicture', {}, { raw: svg, headers: named('picture.svg', lines) });
    const refused = await ask('openArtwork', {}, { raw: voice, headers: named('artwork.svg') });
    expect(refused.lines.at(-1)).toHaveProperty('problem');
    await ask('openArtwork', {}, { raw: svg, headers: named('artwork.svg') });
    const working = String(opened.body['working']);
    await ask('readMedia', { hash: working });
    await ask('readMedia', { hash: working }, { headers: { Range: 'bytes=0-9' } });
    const track = writeTrack(testTrack([0, 0.1]));
    const stored = await ask('storeTrack', {}, { raw: track });
    await ask('readTrack', { id: String(stored.body['id']) });
    await ask('pronounce', {}, { body: { language: 'en', words: ['Isbel'] } });
    const stretch = { working, start: 0, end: 0.4 };
    await ask('composeVoice', {}, { body: { name: 'both', pieces: [stretch, stretch] } });
    const shaping = { steps: [] };
    expect((await send('shapeVoice', {}, { body: { working, shaping } })).status).toBe(422);
    const settings = { speaker: 'espeak', wordsPerMinute: 150, pitch: 0 };
    await ask('speakScratch', {}, { body: { text: 'Fog.', language: 'en', settings } });
    await ask('measureLoudness', {}, { body: stretch });
    const recording = crypto.randomUUID();
    const begun = { id: recording, scene, name: 'Take', sampleRate: 8000 };
    await ask('beginRecording', {}, { body: begun });
    const piece = new Uint8Array(new Int16Array(8000).fill(900).buffer);
    await ask('addPiece', { id: recording, position: '0' }, { raw: piece });
    await ask('listRecordings', { scene });
    await ask('finishRecording', { id: recording }, { body: {} });
    await ask('deleteRecording', { id: recording });
  });

  it('is as described: films and live pages', async () => {
    const { production: id, sceneId: scene } = made;
    const settings = { width: 64, height: 64, frameRate: '12', background: '#ffffff' };
    const { body: film } = await ask('orderFilm', {}, { body: { scene, settings } });
    const own = { id: String(film['id']) };
    for (const wish of ['pauseFilm', 'resumeFilm', 'makeFilmFirst', 'cancelFilm']) {
      await ask(wish, own, { body: {} });
    }
    await ask('listFilms', { id });
    expect((await send('previewFilm', own)).status).toBe(404);
    expect((await send('fetchFilm', { ...own, position: '0' })).status).toBe(404);
    await ask('deleteFilm', own);
    const page = { name: 'Page', settings: USUAL_LIVE_PAGE };
    const { body: live } = await ask('createLivePage', { id: scene }, { body: page });
    const at = { id: String(live['id']) };
    await ask('listLivePages', { id: scene });
    await ask('changeLivePage', at, { body: { ...page, name: 'Other' } });
    await ask('readLivePage', { key: String(live['key']) });
    await ask('renewLivePageKey', at, { body: {} });
    await ask('deleteLivePage', at);
    expect((await send('readLivePage', { key: 'x' })).status).toBe(404);
  });

  it('was asked of all but events, which never end', () => {
    const told = operations().map(({ operation }) => operation.operationId);
    expect(told.filter((one) => !asked.has(one))).toEqual(['followFilms']);
  });
});

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Record<string, boolean> };
  readonly handle: { readonly stack?: readonly Layer[] };
}

/** The methods and paths that an application answers under /api, as Express keeps them. */
function routesOf(app: ReturnType<typeof createApp>): readonly [method: string, path: string][] {
  const within = (layers: readonly Layer[]): [string, string][] =>
    layers.flatMap(({ route, handle }) =>
      route
        ? Object.keys(route.methods).map((method): [string, string] => [method, route.path])
        : within(handle.stack ?? []),
    );
  return within((app as unknown as { router: { stack: Layer[] } }).router.stack);
}
