// Zod tries whether it may make code as it runs, which the studio's policy forbids and reports as a violation. Imported
// before any schema.
Object.assign(((globalThis as { __zod_globalConfig?: object }).__zod_globalConfig ??= {}), { jitless: true });
