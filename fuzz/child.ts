import { answer } from '../packages/media/src/room/answer';
import { confine } from '../packages/media/src/room/confine';
import { taskSchema } from '../packages/media/src/room/messages';

// Opens one file after the other, as a room opens one: starting a process for each would take most of the time.

confine();
process.on('message', (message) => {
  const task = taskSchema.validateSync(message, { strict: true });
  void answer(task, () => undefined).then((report) => process.send!(report));
});
process.once('disconnect', () => process.exit(0));
process.send!({ ready: true });
