import { Problem, sentenceOf } from '@cruvo/core/problem';
import { cruvoProgram } from './program';

try {
  await cruvoProgram().parseAsync();
} catch (error) {
  const expected = error instanceof Problem;
  process.stderr.write(`cruvo: ${expected ? sentenceOf(error) : String((error as Error).stack)}\n`);
  process.exitCode = 1;
}
