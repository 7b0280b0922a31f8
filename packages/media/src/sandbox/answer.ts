import { Problem, type ProblemCode } from '@cruvo/core/problem';
import { asFullDisk } from '../tools';
import type { SandboxReport, SandboxTask } from './messages';
import { openFile } from './openFile';

/** Opens a file and says what came of it, or why nothing did. */
export async function answer(
  task: SandboxTask,
  report: (share: number) => void,
): Promise<SandboxReport> {
  try {
    const { opened, kept } = await openFile(task, report);
    return { opened, kept: [...kept] };
  } catch (error) {
    return { problem: problemOf(asFullDisk(error), task.name) };
  }
}

/** What to say of a failure. One that nobody foresaw is of the file, since there is nothing else here. */
function problemOf(error: unknown, name: string): { code: ProblemCode; detail: string } {
  if (error instanceof Problem) return { code: error.code, detail: error.message };
  return {
    code: 'bad-input',
    detail: `“${name}” can’t be read: it is damaged, or holds something that Cruvo doesn’t know. Save it again in your drawing or sound program.`,
  };
}
