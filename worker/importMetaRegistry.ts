// Metro turns `import.meta` into this global, which Expo sets in pages only; a worker sets it before anything else loads.
Object.defineProperty(globalThis, '__ExpoImportMetaRegistry', { value: { url: globalThis.location?.href ?? '' }, configurable: true });
