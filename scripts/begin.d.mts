export function begin(worker: string, demo: { path: string; appId: string; recalled: string }, key: string): void;
