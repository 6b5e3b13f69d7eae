export * from './benchLabels';
export * from './catalogue';
export * from './candidates';
export * from './wedge';
export * from './workingList';
