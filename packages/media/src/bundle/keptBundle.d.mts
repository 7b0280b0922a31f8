import type { OutputFile } from 'esbuild';

export const REQUIRE: string;
export function placeOfBundle(name: string, sources: readonly string[], maker: string): string;
export function isKept(main: string): boolean;
export function keepBundle(main: string, outputFiles: readonly OutputFile[]): void;
