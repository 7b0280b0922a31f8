// Called by scripts/fuzz.mjs with a studio that is running: address, its process, minutes, and the first case.
import { readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import knex from 'knex';
import { fuzzReaders } from './throughReaders';
import { fuzzThroughStudio } from './throughStudio';

const [address, pid, minutes, first] = process.argv.slice(2) as [string, string, string, string];
const half = 30_000 * Number(minutes);

const database = knex({ client: 'pg', connection: process.env['CRUVO_DATABASE_URL']! });
const media = async () =>
  (await database('media').select<{ hash: string }[]>('hash')).map(({ hash }) => hash);
const before = new Set(await media());
const studio = await fuzzThroughStudio(address, Number(pid), Number(first), Date.now() + half);
const leftBehind = (await media()).filter((hash) => !before.has(hash) && !studio.stored.has(hash));
await database.destroy();
const folders = readdirSync(tmpdir()).filter((name) => name.startsWith('cruvo-work-'));
const readers = await fuzzReaders(Number(first) + studio.cases, Date.now() + half);

const wrong = [...studio.wrong, ...readers.wrong];
const { late, ownLate } = studio.health;
const [middle, most, longest] = [
  studio.health.middle,
  studio.health.most,
  studio.health.longest,
].map((milliseconds) => milliseconds.toFixed(0));
process.stdout.write(
  [
    `${studio.cases} changed files were sent to a running studio, two at a time: ${studio.taken} were taken, ${studio.refused} refused with a sentence. The slowest was done after ${studio.slowest.toFixed(1)} s, and ${studio.silence.toFixed(1)} s was the longest in which nothing was heard of a file (wanted: 5).`,
    `Meanwhile the studio said that it is well within ${middle} ms in the middle, ${most} ms 99 times of a hundred, ${longest} ms at most (wanted: 100). It took longer ${late} times, ${ownLate} of them also without the time in which the host of this virtual machine took a processor away. Server and sandboxes took ${Math.round(studio.memory / 1e6)} MB at most.`,
    `${leftBehind.length} media and ${folders.length} temporary folders of refused files were left behind.`,
    `${readers.cases} more were opened by the readers alone; ${readers.givenUp} of them took so long, or so much memory, that a sandbox gives them up with a sentence.`,
    wrong.length === 0
      ? 'None crashed, hung, or was answered without a sentence.'
      : `**${wrong.length} went wrong:** ${wrong.slice(0, 20).join('; ')}.`,
  ].join('\n') + '\n',
);
process.exit(wrong.length + leftBehind.length + folders.length > 0 ? 1 : 0);
