const { relative } = require('node:path');

// The studio's places draw anew only what changed: whoever works in them waits for it. The kit runs as it will in the
// finished project; what is drawn once, as the shelf, would only be longer.
const isCompiled = (file) => /^studio[\\/](?!shelf[\\/])/.test(relative(__dirname, file));

module.exports = (api) => {
  api.cache(true);
  return {
    presets: [
      [
        'babel-preset-expo',
        {
          jsxImportSource: 'nativewind',
          'react-compiler': { sources: isCompiled },
        },
      ],
      'nativewind/babel',
    ],
  };
};
