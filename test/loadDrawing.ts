import * as drawing from 'bwip-js/node';

export const loadDrawing = async () => drawing;
