import { KERNEL_BASE64 } from '../src/kernel/compiled';
import { compileKernel } from './build.mjs';

it('is shipped as it stands in its sources', async () => {
  expect(await compileKernel()).toBe(KERNEL_BASE64);
});
