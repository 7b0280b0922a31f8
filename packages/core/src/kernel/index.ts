export { instantiateKernel, sharedKernel, type Kernel } from './kernel';
