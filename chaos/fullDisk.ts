// Called by scripts/chaos.mjs as root: a studio whose temporary folder, and then whose database, has no room left.
import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import knex from 'knex';
import sharp from 'sharp';
import { wavHeader } from '@cruvo/core/formats';
import { ROOT } from '../scripts/lib/paths.mjs';
import { freePort } from '../scripts/lib/postgres.mjs';
import { untilHealthy } from '../scripts/lib/processes.mjs';
import { startStudio } from '../scripts/lib/studio.mjs';
import { verify } from './verify';
import { keepSaving, Promises } from './work';

const NAME = 'chaos-full';
const wrong: string[] = [];
const lines: string[] = [];

const mount = (folder: string, size: string) => {
  mkdirSync(folder, { recursive: true });
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${size}`, 'tmpfs', folder]);
};

/** The status and the sentence of an answer. */
async function send(address: string, path: string, body: Uint8Array<ArrayBuffer>) {
  const response = await fetch(`${address}/api/media/${path}`, {
    method: 'POST',
    headers: { 'X-File-Name': 'file' },
    body,
  }).catch(() => null);
  const said = (await response?.json().catch(() => null)) as { detail?: string } | null;
  return { status: response?.status ?? 0, sentence: said?.detail ?? '' };
}

const bytesOf = (...parts: Uint8Array[]) => new Uint8Array(Buffer.concat(parts));
const noise = async (side: number) =>
  bytesOf(
    await sharp(randomBytes(side * side * 3), { raw: { width: side, height: side, channels: 3 } })
      .png({ compressionLevel: 0 })
      .toBuffer(),
  );

async function fullTemporaryFolder(): Promise<void> {
  const folder = join(ROOT, '.data/chaos-tmp');
  mount(folder, '24m');
  process.env['TMPDIR'] = folder;
  const studio = await startStudio('chaos', { port: await freePort(), web: '' });
  try {
    const voice = bytesOf(wavHeader(48_000, 1, 48_000_000), new Uint8Array(48_000_000));
    const refused = await send(studio.address, 'voices', voice);
    if (refused.status !== 507 || !/disk is full/.test(refused.sentence)) {
      wrong.push(`A voice without room was answered with ${refused.status} ${refused.sentence}`);
    }
    const left = readdirSync(folder).filter((name) => name.startsWith('cruvo-work-'));
    if (left.length > 0) wrong.push('Something of it was left behind.');
    const taken = await send(studio.address, 'pictures', await noise(64));
    if (taken.status !== 201) wrong.push(`A small picture was then answered with ${taken.status}.`);
    lines.push(
      `A temporary folder of 24 MB: a voice of 48 MB is answered with “${refused.sentence}” A small picture comes in afterwards.`,
    );
  } finally {
    await studio.stop();
    execFileSync('umount', ['-l', folder]);
    delete process.env['TMPDIR'];
  }
}

async function fullDatabase(): Promise<void> {
  const folder = join(ROOT, '.data', NAME);
  rmSync(folder, { recursive: true, force: true });
  mount(folder, '320m');
  const studio = await startStudio(NAME, { port: await freePort(), web: '' });
  const database = knex({ client: 'pg', connection: studio.postgres.url });
  try {
    const documents = await database('documents').whereNot({ kind: 'production' }).select('id');
    const promises = new Promises();
    let over = false;
    const work = { address: studio.address, promises, isOver: () => over };
    const saving = documents.map(({ id }) => keepSaving(work, id as string));
    const answers = new Map<string, number>();
    for (let number = 0; number < 60; number++) {
      const { status, sentence } = await send(studio.address, 'pictures', await noise(1500));
      const key = status === 201 ? 'taken' : `${status} ${sentence}`;
      answers.set(key, (answers.get(key) ?? 0) + 1);
      if (status !== 201 && ![503, 507, 0].includes(status)) wrong.push(`${status} ${sentence}`);
    }
    const full = [...answers].filter(([key]) => key !== 'taken');
    if (full.length === 0) wrong.push('The database was never full.');
    const before = promises.saves;
    execFileSync('mount', ['-o', 'remount,size=2g', folder]);
    await untilHealthy(studio.address, 120);
    for (let wait = 0; wait < 300 && promises.saves < before + 20; wait++) await setTimeout(100);
    if (promises.saves < before + 20) wrong.push('Nothing was saved after there was room again.');
    over = true;
    await Promise.all(saving);
    // A database that had no room may have refused a save for that reason alone.
    wrong.push(...(await verify(studio.address, database, promises)));
    lines.push(
      `A database on a disk of 320 MB, filled with pictures while documents were saved: ${[...answers].map(([answer, count]) => `${count} × ${answer}`).join('; ')}. With room again it went on by itself; ${promises.saves} saves were acknowledged, and all of them are there.`,
    );
  } finally {
    await database.destroy();
    await studio.stop();
    execFileSync('umount', ['-l', folder]);
  }
}

await fullTemporaryFolder();
await fullDatabase();
process.stdout.write(
  `\nReport\n${lines.join('\n\n')}${wrong.length > 0 ? `\n**${wrong.length} went wrong:** ${wrong.slice(0, 20).join(' ')}` : ''}\n`,
);
process.exit(wrong.length > 0 ? 1 : 0);
