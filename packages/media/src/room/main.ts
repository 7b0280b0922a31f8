import { Socket } from 'node:net';
import sharp from 'sharp';
import { Problem } from '@cruvo/core/problem';
import { asFullDisk } from '../tools';
import { taskSchema, type RoomReport } from './messages';
import { openFile } from './openFile';

// The process in which one file of somebody else is opened. It is started ahead, opens that file, and ends.

// Nothing that a file asks for may reach the network, also where the system can't take it away.
Socket.prototype.connect = () => {
  throw new Error('There is no network here.');
};
sharp.cache(false);
sharp.concurrency(1);

process.once('message', (message) => void answer(message));
process.once('disconnect', () => process.exit(1));
process.send!({ ready: true } satisfies RoomReport);

async function answer(message: unknown): Promise<void> {
  const task = taskSchema.validateSync(message, { strict: true });
  const report = (share: number) => send({ progress: Math.min(1, Math.max(0, share)) });
  const last: RoomReport = await openFile(task, report).then(
    ({ opened, kept }) => ({ opened, kept: [...kept] }),
    (error: unknown) => ({ problem: problemOf(asFullDisk(error), task.name) }),
  );
  process.send!(last, () => process.exit(0));
}

function send(report: RoomReport): void {
  process.send!(report);
}

/** What to say of a failure. One that nobody foresaw is of the file, since there is nothing else here. */
function problemOf(error: unknown, name: string): { code: Problem['code']; detail: string } {
  if (error instanceof Problem) return { code: error.code, detail: error.message };
  return {
    code: 'bad-input',
    detail: `“${name}” can’t be read: it is damaged, or holds something that Cruvo doesn’t know. Save it again in your drawing or sound program.`,
  };
}
