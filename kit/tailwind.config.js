/** What the kit's class names stand on: variables that the app's theme sets (`appTheme` in base/theme.ts). */
const app = (name) => `rgb(var(--app-${name}) / <alpha-value>)`;

module.exports = {
  theme: {
    extend: {
      colors: {
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
        sans: ['HankenGrotesk_400Regular'],
        medium: ['HankenGrotesk_500Medium'],
        bold: ['HankenGrotesk_700Bold'],
      },
    },
  },
};
