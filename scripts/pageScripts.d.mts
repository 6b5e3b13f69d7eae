/** A script of the bundler in its parts; see pageScripts.mjs. */
export interface ScriptParts {
  loader: string;
  modules: string[];
  start: string[];
}

export function partsOf(script: string): ScriptParts;
export function numbersOf(module: string): { id: number; requires: (number | null)[] };
export function requiredOf(modules: readonly string[], common: readonly string[]): string[];
export function sharedAndRest(page: ScriptParts, worker: ScriptParts): { shared: string; page: string; worker: string };
export function spreadModules(dist: string): void;
