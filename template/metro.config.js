const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
// The database that is shipped, and SQLite itself on the web.
config.resolver.assetExts.push('db', 'wasm');
// On the web SQLite works in a page of its own: the server must send these with every page, also where it is published.
config.server.enhanceMiddleware = (middleware) => (request, response, next) => {
  response.setHeader('Cross-Origin-Embedder-Policy', 'credentialless');
  response.setHeader('Cross-Origin-Opener-Policy', 'same-origin');
  return middleware(request, response, next);
};

// On the web expo-sqlite cuts what it answers at once: our own way between page and worker stands in for that.
const { resolveRequest } = config.resolver;
config.resolver.resolveRequest = (context, name, platform) =>
  platform === 'web' && name === './WorkerChannel' && context.originModulePath.includes('expo-sqlite')
    ? { type: 'sourceFile', filePath: `${__dirname}/web/sqliteChannel.ts` }
    : (resolveRequest ?? context.resolveRequest)(context, name, platform);

module.exports = withNativeWind(config, { input: './global.css' });
