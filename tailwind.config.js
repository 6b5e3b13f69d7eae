/** Colours, type and motion come from ui/global.css: the studio's as `--fs-*`, the built app's as `--app-*`. */
const studio = (name) => `rgb(var(--fs-${name}) / <alpha-value>)`;
const app = (name) => `rgb(var(--app-${name}) / <alpha-value>)`;

module.exports = {
  content: ['./app/**/*.tsx', './ui/**/*.tsx', './studio/**/*.tsx', './kit/**/*.tsx'],
  presets: [require('nativewind/preset')],
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
        'app-ground': app('ground'),
        'app-card': app('card'),
        'app-ink': app('ink'),
        'app-soft': app('soft'),
        'app-line': app('line'),
        'app-accent': app('accent'),
        'app-on-accent': app('on-accent'),
        'app-tint': app('tint'),
        'app-danger': app('danger'),
        'app-on-danger': app('on-danger'),
      },
      borderRadius: { app: 'var(--app-corner)' },
      fontFamily: {
        display: ['YoungSerif_400Regular'],
        sans: ['HankenGrotesk_400Regular'],
        medium: ['HankenGrotesk_500Medium'],
        bold: ['HankenGrotesk_700Bold'],
        mono: ['SplineSansMono_400Regular'],
      },
    },
  },
};
