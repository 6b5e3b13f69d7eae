export * from './compile';
export * from './statement';
