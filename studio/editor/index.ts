import { lazy } from 'react';

export const SqlEditor = lazy(() => import('./editors').then((editors) => ({ default: editors.SqlEditor })));
export const ExpressionEditor = lazy(() =>
  import('./editors').then((editors) => ({ default: editors.ExpressionEditor })),
);
export const CodeReader = lazy(() => import('./editors').then((editors) => ({ default: editors.CodeReader })));
