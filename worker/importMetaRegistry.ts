// Metro turns `import.meta` into this global, which Expo sets in pages only; a worker sets it before anything else
// loads.
Object.defineProperty(globalThis, '__ExpoImportMetaRegistry', {
  value: { url: globalThis.location?.href ?? '' },
  configurable: true,
});

// SQLite's package looks for file storage that Fern Shelf does not use, and would warn that it is not there.
Object.defineProperty(globalThis, 'sqlite3ApiConfig', { value: { warn: () => undefined }, configurable: true });
