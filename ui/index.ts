export * from './Button';
export * from './colorScheme';
export * from './Field';
export { fonts } from './fonts';
export { Icon } from './Icon';
export { PHONE_WIDTH, Sheet } from './Sheet';
export { Text } from './Text';
export { useWide } from './useWide';
