/** The library that draws codes: large, so that it is loaded with the first code. */
export const loadDrawing = () => import('bwip-js/generic');
