// All editors in one module, so that what they are made of is in one piece of code, loaded when the first of them is
// shown.
export { CodeReader } from './CodeReader';
export { ExpressionEditor } from './ExpressionEditor';
export { SqlEditor } from './SqlEditor';
