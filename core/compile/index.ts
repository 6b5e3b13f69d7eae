export * from './compile';
export * from './statement';
export type * from './request';
