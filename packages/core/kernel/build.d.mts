export function compileKernel(): Promise<string>;
