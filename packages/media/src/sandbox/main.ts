import { answer } from './answer';
import { confine } from './confine';
import { taskSchema, type SandboxReport } from './messages';

// The process in which one file of somebody else is opened. It is started ahead, opens that file, and ends.

confine();
process.once('message', (message) => {
  const task = taskSchema.validateSync(message, { strict: true });
  const report = (progress: number) => say({ progress: Math.min(1, Math.max(0, progress)) });
  void answer(task, report).then((last) => process.send!(last, () => process.exit(0)));
});
process.once('disconnect', () => process.exit(1));
say({ ready: true });

function say(report: SandboxReport): void {
  process.send!(report);
}
