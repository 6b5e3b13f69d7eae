// Zod tries whether it may make code as it runs. A policy that forbids it reports where that was tried, and for that
// the browser reads the whole script a second time: a third of a second of the first load. Imported before any schema.
Object.assign(((globalThis as { __zod_globalConfig?: object }).__zod_globalConfig ??= {}), { jitless: true });
