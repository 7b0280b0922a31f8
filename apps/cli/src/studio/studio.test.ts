import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { isOfKind } from '@cruvo/core/document';
import { linesOf } from '@cruvo/core/scene';
import { svg, testFolder, toneIn, wav, write } from '@cruvo/media/testing';
import { run } from '@cruvo/media/tools';
import { makeProduction } from '../../../server/src/testing/requests';
import { testStudio } from '../../../server/src/testing/studio';
import { cruvoProgram } from '../program';

const CRUVO = fileURLToPath(new URL('../../../../bin/cruvo', import.meta.url));
const studio = testStudio();
const folder = testFolder();
const here = (...args: string[]) =>
  cruvoProgram().parseAsync([...args, '--server', studio.address, '--quiet'], { from: 'user' });

const FOX = svg(
  60,
  40,
  `<g id="head"><rect width="40" height="40" fill="#cc8844"/></g>
   <g id="mouth"><g id="rest"><rect x="9" y="30" width="9" height="2"/></g><g id="ah"><rect x="9" y="30" width="9" height="8"/></g></g>`,
);

beforeAll(async () => {
  delete process.env['NODE_OPTIONS'];
  await makeProduction(studio, 0.5);
});

const productions = async () =>
  (await studio.services.documents.list({ kind: 'production' })).map(({ name }) => name);

describe('the command line on a studio', () => {
  it('carries productions away and brings them in', async () => {
    await here('export', '--out', folder);
    expect(readdirSync(folder)).toEqual(['Test.production.zip']);
    await here('import', join(folder, 'Test.production.zip'));
    expect(await productions()).toEqual(['Test', 'Test 2']);
  });
  it('brings characters and lines in', async () => {
    const voice = wav(folder, 'said.wav', 0.5, toneIn([0.1, 0.4]));
    const fox = write(folder, 'fox.svg', FOX);
    const place = ['--production', 'Test 2', '--scene', 'Scene', '--by', 'fox'];
    await here('import', fox, voice, voice, ...place);
    const { documents } = studio.services;
    const listed = await documents.list({ kind: 'production' });
    const production = await documents.production(listed.find(({ name }) => name === 'Test 2')!.id);
    const scene = production.find((one) => isOfKind(one, 'scene'));
    if (!scene || !isOfKind(scene, 'scene')) throw new Error('There is a scene.');
    const lines = linesOf(scene.body).map(({ name, row }) => [name, row]);
    expect(lines.map(([name]) => name)).toEqual(['voice', 'said', 'said']);
    expect(lines[1]![1]).toBe(lines[2]![1]);
    expect(
      production.filter(({ kind }) => kind === 'character').map(({ body }) => body.name),
    ).toEqual(expect.arrayContaining(['Two', 'fox']));
  });
  it('has films made, and fetches them', async () => {
    const out = join(folder, 'films');
    const worker = spawn(CRUVO, ['worker', '--database', studio.databaseUrl], { stdio: 'ignore' });
    const ended = new Promise((resolve) => worker.once('close', resolve));
    const film = ['film', 'Scene', '--production', 'Test', '--size', '128x72', '--out', out];
    try {
      await here(...film, '--format', 'mp4', '--captions', 'files');
    } finally {
      worker.kill('SIGTERM');
      await ended;
    }
    expect(existsSync(join(out, 'Scene.mp4'))).toBe(true);
    const probe = ['-v', 'error', '-of', 'csv=p=0', '-show_entries', 'format=duration'];
    const { stdout } = await run('ffprobe', [...probe, join(out, 'Scene.mp4')]);
    expect(Number(stdout)).toBeCloseTo(0.5, 1);
    // Nobody works any more: what is there is not asked for again.
    await here(...film, '--format', 'mp4', '--captions', 'files');
    expect(await studio.services.database('films').count()).toEqual([{ count: '1' }]);
  });
  it('says what the studio says', async () => {
    await expect(here('film', 'Nothing')).rejects.toThrow('No scene is called “Nothing”.');
    await expect(here('import', write(folder, 'bad.svg', '<svg'))).rejects.toThrow(
      'Say which one is meant with --production: “Test”, “Test 2”.',
    );
    const bad = ['import', join(folder, 'bad.svg'), '--production', 'Test'];
    await expect(here(...bad)).rejects.toThrow(/“bad\.svg”/);
  });
  it('is started, with a production brought in once', async () => {
    const file = join(folder, 'Test.production.zip');
    const start = async () => {
      const args = ['serve', file, '--database', studio.databaseUrl, '--port', '0'];
      const child = spawn(CRUVO, [...args, '--workers', '0'], {
        stdio: ['ignore', 'pipe', 'ignore'],
      });
      const [said] = (await once(child.stdout, 'data')) as [Buffer];
      const address = /http:\S+/.exec(said.toString())![0];
      const answers = await Promise.all(
        ['/api/health', '/'].map(async (path) => (await fetch(`${address}${path}`)).status),
      );
      child.kill('SIGTERM');
      const [code] = (await once(child, 'close')) as [number];
      return { answers, code };
    };
    const listed = await studio.services.documents.list({ kind: 'production' });
    await studio.services.bin.put(listed.find(({ name }) => name === 'Test')!.id);
    expect(await start()).toEqual({ answers: [200, 200], code: 0 });
    const names = await productions();
    expect(names).toContain('Test');
    await start();
    expect(await productions()).toEqual(names);
  });
  it.each<[string, string[], RegExp]>([
    ['a port that is none', ['--port', '70000'], /--port must be a number up to 65535/],
    ['a database that is not there', ['--database', 'postgres://127.0.0.1:1/x'], /can’t start/],
    ['a production that is none', [join(folder, 'no.zip')], /There is no file/],
  ])('is not started with %s', async (_, args, sentence) => {
    const started = cruvoProgram().parseAsync(['serve', ...args], { from: 'user' });
    await expect(started).rejects.toThrow(sentence);
  });
});
