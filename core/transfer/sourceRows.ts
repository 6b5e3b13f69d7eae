export type SourceRow = Record<string, unknown>;

/** Runs a SELECT on the database that is looked at. */
export type SourceRows = (sql: string) => SourceRow[];

/** The file stands beside, under this name. */
export const FILE_SCHEMA = 'incoming';
