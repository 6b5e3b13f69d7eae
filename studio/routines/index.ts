export * from './RoutinesSheet';
