/** One of the kit's words, or a part of one (`step.ask`), with what it is given. */
export class Call {
  constructor(
    readonly word: string,
    readonly given: readonly unknown[],
  ) {}
}

/** Something that stands in another module, told by its name there. */
export class Elsewhere {
  constructor(
    readonly from: string,
    readonly name: string,
  ) {}
}

/** A table, told by the name of its module. */
export class TableNamed {
  constructor(readonly id: string) {}
}

/** A statement, or a piece of one. */
export interface Statement {
  sql: string;
  reads: readonly string[];
  takes: readonly string[];
}

export const isStatement = (value: object): value is Statement =>
  'sql' in value && 'reads' in value && 'takes' in value && typeof value.sql === 'string';
