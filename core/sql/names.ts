/** The parameter that tells who is signed in. No identifier of a column begins with an underscore. */
export const ME = '_person';

/** Names of the columns that are added to a plan's; no identifier of a plan's column begins with an underscore. */
export const OWNER = '_owner';
