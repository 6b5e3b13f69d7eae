export { beginWalk, readWalk } from './useWalk';
export { WalkStrip } from './WalkStrip';
export { WalkUp } from './WalkUp';
