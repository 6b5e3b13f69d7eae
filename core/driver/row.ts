/** Values by the names of parameters, and by the names of columns, as SQLite takes and gives them. */
export type Params = Record<string, string | number | null | Uint8Array>;

export type Row = Record<string, string | number | null | Uint8Array>;
