const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('wasm');

// sqlite-wasm refers to its own worker files for storage that Fern Shelf does not use (it keeps data in AsyncStorage).
const unused = new Set(['sqlite3-opfs-async-proxy.js', 'sqlite3-worker1.mjs']);
const resolve = config.resolver.resolveRequest;
config.resolver.resolveRequest = (context, name, platform) => {
  if (unused.has(name.split('/').pop())) return { type: 'empty' };
  return (resolve ?? context.resolveRequest)(context, name, platform);
};

module.exports = withNativeWind(config, { input: './ui/global.css' });
