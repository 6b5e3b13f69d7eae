import { replayFault } from './replayable';

describe('what may be journaled', () => {
  it.each([
    "INSERT INTO t (a) VALUES (date('now'))",
    "INSERT INTO t (a) SELECT strftime('%Y-%m-%d', 'Now', 'localtime') FROM s",
    "UPDATE t SET a = datetime(b, 'LOCALTIME')",
    'UPDATE t SET a = date()',
    "UPDATE t SET a = strftime('%s')",
    'UPDATE t SET a = CURRENT_TIMESTAMP',
    'INSERT INTO t SELECT random() FROM s',
    'UPDATE t SET a = hex(RandomBlob (4))',
    'UPDATE t SET a = last_insert_rowid()',
    'UPDATE t SET a = changes()',
    "UPDATE t SET a = (SELECT max(id) FROM s WHERE d < julianday('now', '-1 day'))",
  ])('refuses time and chance: %s', (sql) => expect(replayFault(sql)).not.toBeNull());

  it.each([
    "INSERT INTO t (a) VALUES ('now')",
    "UPDATE t SET a = date(b) WHERE b = 'now'",
    "UPDATE t SET a = coalesce(a, 'random()')",
    "UPDATE t SET a = strftime('%Y', b)",
    'UPDATE t SET "random" = 1, "changes" = "current_date"',
    "INSERT INTO t (a) SELECT value ->> 0 FROM json_each('[[\"date(''now'')\"]]')",
    "CREATE TABLE t (made TEXT DEFAULT (strftime('%Y', 'now')))",
    "CREATE VIEW v AS SELECT date('now') AS today FROM t",
    "-- date('now')\nUPDATE t SET a = 1 /* random() */",
  ])('lets values be, and what only is schema: %s', (sql) => expect(replayFault(sql)).toBeNull());
});
