import { KERNEL_BASE64 } from '../src/speech/model/kernel';
import { compileKernel } from './build.mjs';

it('is shipped as it stands in its source', async () => {
  expect(await compileKernel()).toBe(KERNEL_BASE64);
});
