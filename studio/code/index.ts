export { CodeLink } from './CodeLink';
export { CodePlace } from './CodePlace';
