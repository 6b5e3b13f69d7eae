// Expo's own TextDecoder for phones knows UTF-8 alone; the demo, which no phone draws, needs Node's.
Object.defineProperty(globalThis, 'TextDecoder', {
  value: require('util').TextDecoder,
  configurable: true,
  writable: true,
});
