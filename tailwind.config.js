/** Colours, type and motion come from ui/global.css, as `--fs-*`; those of the built app stand with the kit. */
const studio = (name) => `rgb(var(--fs-${name}) / <alpha-value>)`;

module.exports = {
  content: ['./app/**/*.tsx', './ui/**/*.tsx', './studio/**/*.tsx', './kit/**/*.tsx'],
  presets: [require('nativewind/preset'), require('./kit/tailwind.config')],
  darkMode: 'class',
  theme: {
    extend: {
      colors: {
        paper: studio('paper'),
        leaf: studio('leaf'),
        bark: studio('bark'),
        ink: studio('ink'),
        soft: studio('soft'),
        stem: studio('stem'),
        fern: studio('fern'),
        'fern-tint': studio('fern-tint'),
        'on-fern': studio('on-fern'),
        amber: studio('amber'),
        'amber-tint': studio('amber-tint'),
        plum: studio('plum'),
        'plum-tint': studio('plum-tint'),
        rust: studio('rust'),
        'rust-tint': studio('rust-tint'),
      },
      fontFamily: {
        display: ['YoungSerif_400Regular'],
        mono: ['SplineSansMono_400Regular'],
      },
    },
  },
};
