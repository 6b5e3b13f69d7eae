export * from './copyParts';
export * from './edit';
export * from './linkDraft';
export * from './mend';
export * from './screenEdit';
export * from './screenFollow';
