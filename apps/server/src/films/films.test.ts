import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { CHARACTER_VERSION } from '@cruvo/core/character';
import { takeOf, withTake, writeRecording } from '@cruvo/core/passes';
import { USUAL_FILM, type FilmSettings } from '@cruvo/core/delivery';
import { SCENE_VERSION } from '@cruvo/core/scene';
import { FIXTURES } from '@cruvo/core/testing';
import { run } from '@cruvo/media/tools';
import { testFolder } from '@cruvo/media/testing';
import { Client, makeProduction, type MadeProduction } from '../testing/requests';
import { testStudio } from '../testing/studio';
import type { Film } from './store';
import type { FilmTask } from './work';

const ROOT = fileURLToPath(new URL('../../../..', import.meta.url));
const settings: FilmSettings = {
  ...{ ...USUAL_FILM, width: 640, height: 360, frameRate: '24', background: '#123456' },
};

const studio = testStudio();
const client = new Client(studio);
const workers: ChildProcess[] = [];

afterEach(async () => {
  for (const worker of workers.splice(0)) worker.kill('SIGKILL');
});

/** A worker process of its own, as `cruvo worker` starts it. */
function startWorker(): ChildProcess {
  const worker = spawn(
    process.execPath,
    ['bin/cruvo', 'worker', '--database', studio.databaseUrl],
    {
      cwd: ROOT,
      env: { ...process.env, NODE_OPTIONS: '' },
      stdio: 'ignore',
    },
  );
  workers.push(worker);
  return worker;
}

const order = async ({ sceneId }: MadeProduction, change: object = {}) =>
  (await client.send('POST', '/films', { scene: sceneId, settings: { ...settings, ...change } }))
    .body as unknown as Film;
const read = (id: string) => studio.services.films.read(id);

async function until(film: Film, reached: (film: Film) => boolean): Promise<Film> {
  for (let attempt = 0; attempt < 600; attempt++) {
    const now = await read(film.id);
    if (reached(now)) return now;
    await setTimeout(100);
  }
  throw new Error(`The film stayed ${JSON.stringify(await read(film.id))}`);
}

describe('films', () => {
  it('are made from documents of an older Cruvo brought up to date, also where they wait already', async () => {
    const made = await makeProduction(studio, 2);
    const body = (wanted: string) => FIXTURES.find(({ name }) => name === wanted)!.body;
    const id = made.scene.cast['member']!.character;
    const old = body('scene-4') as unknown as { cast: object[] };
    const scene = { ...old, cast: old.cast.map((member) => ({ ...member, character: id })) };
    const { database } = studio.services;
    const store = (document: string, stored: object) =>
      database('documents')
        .where({ id: document })
        .update({ body: JSON.stringify(stored) });
    await store(made.sceneId, scene);
    await store(id, body('character-3-lips'));
    const film = await order(made);
    const material = await studio.services.films.material(film.id);
    const versions = [material.scene.schemaVersion, material.characters[id]!.schemaVersion];
    expect(versions).toEqual([SCENE_VERSION, CHARACTER_VERSION]);
    const waiting = { scene, characters: { [id]: body('character-2-cut') } };
    await database('films')
      .where({ id: film.id })
      .update({ material: JSON.stringify(waiting) });
    const again = await studio.services.films.material(film.id);
    expect(again.scene).toEqual(material.scene);
    expect(again.characters[id]!.mouth).toMatchObject({ kind: 'cut', inside: { kind: 'color' } });
    await client.send('DELETE', `/films/${film.id}`);
  });

  it('are rendered by a worker, told of as they go, listed and downloaded', async () => {
    const made = await makeProduction(studio, 2);
    const events = await fetch(`${studio.address}/api/productions/${made.production}/films/events`);
    const film = await order(made);
    expect(film).toMatchObject({ status: 'waiting', name: 'Scene', settings });
    startWorker();
    await until(film, ({ status }) => status === 'done');

    const reader = events.body!.getReader();
    let told = '';
    while (!told.includes('"status":"done"'))
      told += Buffer.from((await reader.read()).value!).toString();
    await reader.cancel();
    expect(told).toContain('"status":"rendering"');

    const list = await client.send('GET', `/productions/${made.production}/films`);
    expect(list.body).toEqual([
      expect.objectContaining({ id: film.id, status: 'done', progress: 1 }),
    ]);
    const file = await fetch(`${studio.address}/api/films/${film.id}/files/0?download`);
    expect(file.headers.get('content-disposition')).toBe("attachment; filename*=UTF-8''Scene.mp4");
    const path = join(testFolder(), 'film.mp4');
    await writeFile(path, Buffer.from(await file.arrayBuffer()));
    const { stdout } = await run('ffprobe', [
      '-v',
      'error',
      '-of',
      'csv=p=0',
      '-show_entries',
      'stream=codec_name,nb_frames',
      path,
    ]);
    expect(stdout.trim().split('\n')[0]).toBe('h264,48');
  });

  it('move as it was performed', async () => {
    const made = await makeProduction(studio, 1);
    const recording = {
      duration: 1,
      channels: [{ control: 'mouth.jaw', times: Float32Array.of(0), values: Float32Array.of(1) }],
    };
    const id = await studio.services.tracks.write(writeRecording(recording));
    const place = { id: 'take', member: 'member', name: 'Take', recording: id, start: 0 };
    const takes = withTake({}, takeOf(place, recording));
    const patches = [{ op: 'replace', path: ['takes'], value: takes }];
    const headers = { 'If-Match': '"1"' };
    const { status } = await client.send(
      'PATCH',
      `/documents/${made.sceneId}`,
      { patches },
      headers,
    );
    expect(status).toBe(200);
    const film = await order(made);
    startWorker();
    expect((await until(film, ({ status: now }) => now === 'done')).files).toHaveLength(1);
    expect((await studio.services.films.material(film.id)).scene.takes).toEqual(takes);
  });

  it('show what is written on the stage', async () => {
    const made = await makeProduction(studio, 1);
    const { captions, lines } = made.scene;
    const caption = { ...captions.caption, ground: '#00ff00', size: 0.1 };
    const body = {
      ...made.scene,
      captions: { ...captions, kind: 'caption', caption },
      lines: { line: { ...lines['line']!, script: 'Ii.' } },
    };
    const document = { id: randomUUID(), kind: 'scene', body };
    await client.send('POST', `/productions/${made.production}/documents`, document);
    const film = await order({ ...made, sceneId: document.id });
    startWorker();
    await until(film, ({ status }) => status === 'done');
    const file = await fetch(`${studio.address}/api/films/${film.id}/files/0`);
    const folder = testFolder();
    const [path, pixels] = [join(folder, 'film.mp4'), join(folder, 'frame.rgb')];
    await writeFile(path, Buffer.from(await file.arrayBuffer()));
    await run('ffmpeg', [
      ...['-v', 'error', '-i', path, '-frames:v', '1'],
      ...['-f', 'rawvideo', '-pix_fmt', 'rgb24', pixels],
    ]);
    const frame = await readFile(pixels);
    const colorAt = (x: number, y: number) => [...frame.subarray(3 * (640 * y + x)).subarray(0, 3)];
    // Beside the letters, near the lower edge: the plate; at the upper edge none of it.
    const [red, green, blue] = colorAt(302, 325) as [number, number, number];
    expect(green).toBeGreaterThan(180);
    expect(Math.max(red, blue)).toBeLessThan(80);
    expect(colorAt(302, 20)[1]).toBeLessThan(80);
  });

  it('are finished by another worker when theirs is killed in the middle', async () => {
    // Long enough for parts.
    const film = await order(await makeProduction(studio, 45), { width: 320, height: 180 });
    const first = startWorker();
    await until(film, ({ progress }) => progress > 0.02);
    first.kill('SIGKILL');
    const half = await read(film.id);
    expect(half).toMatchObject({ status: 'rendering', files: [] });
    expect((await fetch(`${studio.address}/api/films/${film.id}/files/0`)).status).toBe(404);
    // As if so much time had gone by since it was last heard of.
    const { database } = studio.services;
    await database('film_parts')
      .where({ film: film.id })
      .update({ seen_at: database.raw(`now() - interval '1 minute'`) });
    startWorker();
    const done = await until(film, ({ status }) => status !== 'rendering');
    expect(done).toMatchObject({ status: 'done', problem: null });
    const file = await fetch(`${studio.address}/api/films/${film.id}/files/0`);
    const path = join(testFolder(), 'film.mp4');
    await writeFile(path, Buffer.from(await file.arrayBuffer()));
    const shown = ['-of', 'csv=p=0', '-count_frames', '-show_entries', 'stream=nb_read_frames'];
    const { stdout } = await run('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'v',
      ...shown,
      path,
    ]);
    expect(Number(stdout)).toBe(45 * 24);
  }, 120_000);

  it('stop when cancelled, and stay cancelled', async () => {
    const made = await makeProduction(studio, 30);
    const film = await order(made, { width: 1920, height: 1080 });
    startWorker();
    await until(film, ({ progress }) => progress > 0.01);
    expect((await client.send('POST', `/films/${film.id}/cancel`, {})).body['status']).toBe(
      'cancelled',
    );
    // The worker is free for the next film at once.
    const next = await order(await makeProduction(studio, 0.5));
    await until(next, ({ status }) => status === 'done');
    expect(await read(film.id)).toMatchObject({ status: 'cancelled', files: [] });
  }, 120_000);

  it('can be cancelled before they begin, and removed from the list', async () => {
    const made = await makeProduction(studio);
    const film = await order(made);
    await client.send('POST', `/films/${film.id}/cancel`, {});
    expect(await taken(film)).toBeNull();
    expect((await client.send('DELETE', `/films/${film.id}`)).status).toBe(204);
    expect((await client.send('GET', `/productions/${made.production}/films`)).body).toEqual([]);
  });

  it('say why they failed', async () => {
    const made = await makeProduction(studio);
    const film = await order(made);
    const { closed } = made.character.drawings;
    await studio.services.database('media').where({ hash: closed!.media }).delete();
    startWorker();
    const failed = await until(film, ({ status }) => status === 'failed');
    expect(failed.problem).toBe('This picture, voice or film is no longer there.');
  });

  it.each([
    [{ width: 641 }, /even/],
    [{ frameRate: '13' }, /frame rate/],
    [{ background: 'blue' }, /colour/],
  ])('are refused with %j', async (change, sentence) => {
    const { body } = await client.send('POST', '/films', {
      scene: (await makeProduction(studio, 0.1)).sceneId,
      settings: { ...settings, ...change },
    });
    expect([body['status'], body['detail']]).toEqual([422, expect.stringMatching(sentence)]);
  });
});

/** Makes it look as if a film's workers had been quiet for so long, seconds. */
const quietFor = (seconds: number, { id }: Film) =>
  studio.services.database.raw(
    'update film_parts set seen_at = now() - make_interval(secs => ?) where film = ?',
    [seconds, id],
  );

/** Takes a film in hand; others are taken and given back. */
async function taken({ id }: Pick<Film, 'id'>): Promise<FilmTask | null> {
  const { work } = studio.services.films;
  const others: FilmTask[] = [];
  let task = await work.next();
  for (; task && task.film !== id; task = await work.next()) others.push(task);
  for (const other of others) await work.release(other);
  return task;
}

describe('work', () => {
  it('lets only the latest worker report and finish', async () => {
    const film = await order(await makeProduction(studio, 0.1));
    const { media, films } = studio.services;
    const { work } = films;
    const first = (await taken(film))!;
    expect(await taken(film)).toBeNull();
    await quietFor(13, film);
    const second = (await taken(film))!;
    expect(await work.report(first, 0.5, null)).toBe(false);
    expect(await work.report(second, 0.25, null)).toBe(true);
    const hash = await media.writeBytes(Buffer.from('film'), 'video/mp4');
    const file = { name: 'Scene.mp4', type: 'video/mp4', hash, size: 4 };
    const made = { files: [file], notes: ['Quiet.'] };
    await work.finish(first, made);
    expect(await read(film.id)).toMatchObject({ status: 'rendering', progress: 0.25 });
    await work.finish(second, made);
    expect(await read(film.id)).toMatchObject({ status: 'done', ...made, secondsLeft: null });
  });

  it('is given up after eight losses, but not as long as it comes further', async () => {
    const film = await order(await makeProduction(studio, 0.1));
    const { work } = studio.services.films;
    for (let at = 1; at <= 12; at++) {
      expect(await work.report((await taken(film))!, at / 100, null)).toBe(true);
      await quietFor(13, film);
    }
    for (let at = 1; at <= 8; at++) {
      expect(await work.report((await taken(film))!, 0.12, null)).toBe(true);
      await quietFor(13, film);
    }
    expect(await taken(film)).toBeNull();
    expect(await read(film.id)).toMatchObject({
      status: 'failed',
      problem: expect.stringContaining('again and again'),
    });
  });

  it('on a long film is shared, part by part; the parts are joined when all are done', async () => {
    const { work } = studio.services.films;
    const film = await order(await makeProduction(studio, 50));
    const tasks = [(await taken(film))!, (await taken(film))!, (await taken(film))!];
    expect(tasks.map(({ part }) => part)).toEqual([
      { first: 0, count: 400 },
      { first: 400, count: 400 },
      { first: 800, count: 400 },
    ]);
    expect(await taken(film)).toBeNull();
    await work.finishPart(tasks[1]!, 'b');
    // One that is lost is taken again, and no other.
    await quietFor(13, film);
    const again = (await taken(film))!;
    expect(again.part).toEqual(tasks[0]!.part);
    await work.finishPart(again, 'a');
    expect(await work.report((await taken(film))!, 0.5, null)).toBe(true);
    expect((await read(film.id)).progress).toBeCloseTo(0.9 * (2.5 / 3), 5);
    await quietFor(13, film);
    await work.finishPart((await taken(film))!, 'c');
    const joining = (await taken(film))!;
    expect(joining.part).toBeNull();
    expect((await work.doneParts(film.id)).map(({ media }) => media)).toEqual(['a', 'b', 'c']);
    await work.finish(joining, { files: [], notes: [] });
    expect(await work.doneParts(film.id)).toEqual([]);
  });

  it('rests while a film is paused, and goes on where it was', async () => {
    const { work } = studio.services.films;
    const film = await order(await makeProduction(studio, 50));
    const task = (await taken(film))!;
    await work.finishPart(task, 'a');
    const second = (await taken(film))!;
    const paused = await client.send('POST', `/films/${film.id}/pause`, {});
    expect(paused.body).toMatchObject({ paused: true, secondsLeft: null });
    expect(await work.report(second, 0.5, null)).toBe(false);
    expect(await taken(film)).toBeNull();
    await client.send('POST', `/films/${film.id}/resume`, {});
    expect((await taken(film))!.part).toEqual(second.part);
    expect(await work.report(second, 0.6, null)).toBe(false);
    await client.send('POST', `/films/${film.id}/cancel`, {});
  });

  it('goes by the order in which films were asked for, unless one is to come first', async () => {
    const { films } = studio.services;
    const made = await makeProduction(studio, 0.1);
    const [one, two, three] = [await order(made), await order(made), await order(made)];
    await client.send('POST', `/films/${three!.id}/first`, {});
    await client.send('POST', `/films/${two!.id}/first`, {});
    const next = async () => (await films.work.next())!.film;
    expect([await next(), await next(), await next()]).toEqual([two!.id, three!.id, one!.id]);
    for (const { id } of [one!, two!, three!]) await films.cancel(id);
  });

  it('tells how long it will still take, without the time in which it was paused', async () => {
    const { films, database } = studio.services;
    const film = await order(await makeProduction(studio, 0.1));
    const task = (await taken(film))!;
    expect((await read(film.id)).secondsLeft).toBeNull();
    await films.work.report(task, 0.25, null);
    await database('films')
      .where({ id: film.id })
      .update({ begun_at: database.raw("now() - interval '70 seconds'"), idle_seconds: 40 });
    expect((await read(film.id)).secondsLeft).toBeCloseTo(90, 0);
    await films.cancel(film.id);
  });

  it('counts from when a film comes along, not while it is made ready', async () => {
    const { films, database } = studio.services;
    const film = await order(await makeProduction(studio, 0.1));
    const begun = async () =>
      (await database('films').where({ id: film.id }).first<{ begun_at: Date | null }>('begun_at'))
        .begun_at;
    const first = (await taken(film))!;
    await films.work.report(first, 0, null);
    expect(await begun()).toBeNull();
    // What was waited before counts no more.
    await database('films').where({ id: film.id }).update({ idle_seconds: 1000 });
    await films.work.report(first, 0.25, null);
    const then = await begun();
    expect(then).not.toBeNull();
    const { secondsLeft } = await read(film.id);
    expect(secondsLeft).toBeGreaterThanOrEqual(0);
    await films.work.report(first, 0.5, null);
    expect(await begun()).toEqual(then);
    await films.cancel(film.id);
  });

  it('shows what is being rendered', async () => {
    const film = await order(await makeProduction(studio, 0.1));
    const task = (await taken(film))!;
    expect((await client.send('GET', `/films/${film.id}/preview`)).status).toBe(404);
    await studio.services.films.work.report(task, 0.5, Buffer.from('png'));
    const shown = await fetch(`${studio.address}/api/films/${film.id}/preview`);
    expect(Buffer.from(await shown.arrayBuffer()).toString()).toBe('png');
    await studio.services.films.cancel(film.id);
    expect((await client.send('GET', `/films/${film.id}/preview`)).status).toBe(404);
  });

  it('go with their production, whose worker hears of it', async () => {
    const made = await makeProduction(studio, 0.1);
    const film = await order(made);
    const task = (await taken(film))!;
    await client.send('DELETE', `/documents/${made.production}`);
    await studio.services.bin.empty(0);
    expect(await studio.services.films.work.report(task, 0.5, null)).toBe(false);
    expect((await client.send('GET', `/productions/${made.production}/films`)).body).toEqual([]);
  });
});
