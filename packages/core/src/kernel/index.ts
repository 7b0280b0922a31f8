export { instantiateKernel, sharedKernel, type Kernel } from './kernel';
export * from './kernelMemory';
