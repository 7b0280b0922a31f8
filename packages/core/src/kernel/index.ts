export { instantiateKernel, type Kernel } from './kernel';
