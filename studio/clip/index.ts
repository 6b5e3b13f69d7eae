export { ClipMenu } from './ClipMenu';
export { itemAt } from './itemAt';
export { pasteTool, useClipTools } from './useClipTools';
