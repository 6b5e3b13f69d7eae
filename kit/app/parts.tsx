export * from './allParts';

/** What comes later in a browser (parts.web) is here from the start. */
export const warmParts = (): void => undefined;
