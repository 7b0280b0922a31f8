import { answer } from '../packages/media/src/sandbox/answer';
import { confine } from '../packages/media/src/sandbox/confine';
import { taskSchema } from '../packages/media/src/sandbox/messages';

// Opens one file after the other, as a sandbox opens one: starting a process for each would take most of the time.

confine();
process.on('message', (message) => {
  const task = taskSchema.validateSync(message, { strict: true });
  void answer(task, () => undefined).then((report) => process.send!(report));
});
process.once('disconnect', () => process.exit(0));
process.send!({ ready: true });
