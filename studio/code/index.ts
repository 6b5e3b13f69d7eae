export { CodeLink, useReadCode } from './CodeLink';
export { CodePlace } from './CodePlace';
