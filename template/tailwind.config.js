module.exports = {
  content: ['./app/**/*.tsx', './screens/**/*.tsx', './kit/**/*.tsx'],
  presets: [require('nativewind/preset'), require('./kit/tailwind.config')],
};
