export * from './columns';
export * from './compile';
export * from './own';
export type * from './people';
export * from './statement';
export type * from './request';
