export function bundledPlayer(): Promise<string>;
