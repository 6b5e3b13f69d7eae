// What opens over the page, and the packages that it is made of: the first screen does without (menusLater).
export { MenuButton } from './MenuButton';
export { OptionList } from './OptionList';
