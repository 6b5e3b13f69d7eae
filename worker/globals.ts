import '@/core/jitless';

// Metro turns `import.meta` into this global, which Expo sets in pages only; a worker sets it before anything else
// loads.
Object.defineProperty(globalThis, '__ExpoImportMetaRegistry', {
  value: { url: globalThis.location?.href ?? '' },
  configurable: true,
});

// Fern Shelf keeps data elsewhere than in SQLite's own file storage; looking for it would start two workers and wait
// for both.
const disable = { vfs: { kvvfs: true, opfs: true, 'opfs-vfs': true, 'opfs-wl': true, 'opfs-sahpool': true } };
Object.defineProperty(globalThis, 'sqlite3ApiConfig', { value: { disable }, configurable: true });
