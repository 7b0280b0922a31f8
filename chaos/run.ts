// Called by scripts/chaos.mjs: kills processes of a studio that is at work, and looks what became of that.
import { readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { parseArgs } from 'node:util';
import knex from 'knex';
import { untilHealthy } from '../scripts/lib/processes.mjs';
import { freePort } from '../scripts/lib/postgres.mjs';
import { startStudio } from '../scripts/lib/studio.mjs';
import { killAbout } from './killing';
import { verify } from './verify';
import { keepOrdering, keepSaving, keepSending, Promises } from './work';

const { values } = parseArgs({
  options: { kills: { type: 'string', default: '1000' }, seed: { type: 'string', default: '1' } },
});
const kills = Number(values.kills);

const studio = await startStudio('chaos', { port: await freePort(), web: '' });
const database = knex({ client: 'pg', connection: studio.postgres.url });
const ids = async (kind: string) =>
  (await database('documents').where({ kind }).select<{ id: string }[]>('id')).map(({ id }) => id);
const [scene] = await ids('scene');
const documents = [...(await ids('character')), scene!];

const promises = new Promises();
let over = false;
const work = { address: studio.address, promises, isOver: () => over };
const working = Promise.all([
  ...documents.map((id) => keepSaving(work, id)),
  keepSending(work),
  keepSending(work),
  keepOrdering(work, scene!),
]);
const killed = await killAbout(studio, kills, Number(values.seed), {
  onKilled: (number) => {
    if (number % 50 === 0)
      process.stderr.write(`${number} of ${kills}
`);
  },
  untilHealthy: () => untilHealthy(studio.address, 120),
});
over = true;
await working;
await untilHealthy(studio.address, 120);
const wrong = await verify(studio.address, database, promises);
await database.destroy();
await studio.stop();
// What is left of killed processes goes when the next ones start.
const again = await startStudio('chaos', { port: await freePort(), web: '' });
await again.stop();
const folders = readdirSync(tmpdir()).filter((name) => name.startsWith('cruvo-work-'));
if (folders.length > 0) wrong.push(`${folders.length} temporary folders were left behind.`);

const each = [...killed].map(([target, count]) => `${target} ${count}`).join(', ');
process.stdout.write(
  [
    '\nReport',
    `${kills} processes were killed at any moment (${each}; “hang”: the server was stopped instead, and started again by whoever watches it), while ${documents.length} documents were saved again and again, pictures sent and films ordered.`,
    `${promises.saves} saves, ${promises.pictures.length} pictures and ${promises.films.size} films were acknowledged in between.`,
    wrong.length === 0
      ? 'Everything that was acknowledged is there, every film was finished, and nothing was left behind.'
      : `**${wrong.length} went wrong:** ${wrong.slice(0, 20).join(' ')}`,
  ].join('\n') + '\n',
);
process.exit(wrong.length > 0 ? 1 : 0);
