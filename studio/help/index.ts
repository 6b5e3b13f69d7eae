export { HelpButton } from './HelpButton';
export { HelpLink } from './HelpLink';
export { closeHelp, helpOn, openHelp, useHelp } from './useHelp';
