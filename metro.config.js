const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);
config.resolver.assetExts.push('wasm');

// sqlite-wasm refers to its own worker files for storage that Fern Shelf does not use (it keeps data in AsyncStorage).
const unused = new Set(['sqlite3-opfs-async-proxy.js', 'sqlite3-worker1.mjs']);
const resolve = config.resolver.resolveRequest;
// On the web the gesture library asks for these only where they are there; and Zod's messages are read in English,
// which it imports apart from all its languages.
const unusedOnWeb = new Set(['react-native-reanimated', 'react-native-worklets', '../locales/index.js']);
config.resolver.resolveRequest = (context, name, platform) => {
  if (unused.has(name.split('/').pop())) return { type: 'empty' };
  if (platform === 'web' && unusedOnWeb.has(name)) return { type: 'empty' };
  // The same icons, drawn as the browser's own shapes: through react-native-svg each is several components.
  const icon = platform === 'web' && /^lucide-react-native\/icons\/(.+)$/.exec(name)?.[1];
  const asked = icon ? `lucide-react/dist/esm/icons/${icon}.mjs` : name;
  return (resolve ?? context.resolveRequest)(context, asked, platform);
};

module.exports = withNativeWind(config, { input: './ui/global.css' });
