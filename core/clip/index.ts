export { clip, whatWords } from './clip';
export { type Clipping, type ClipItem, parseClipping, printClipping } from './clipping';
export type { Choice, Choices } from './match';
export { coming, type Coming, type Need } from './coming';
export { paste, type Paste } from './paste';
