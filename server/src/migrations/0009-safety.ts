import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Ways back in, devices, tasks, and a ledger that no setting opens. */
const tables = [
  `ALTER TABLE "session" ADD "device_id" uuid NOT NULL DEFAULT gen_random_uuid()`,
  `ALTER TABLE "session" ADD "user_agent" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "session" ADD "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `ALTER TABLE "session" ADD "seen_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `CREATE INDEX "IDX_5c6e00902a1344d01a8d90f33c" ON "session" ("person_id")`,
  `ALTER TABLE "person" ADD "failed_sign_ins" integer NOT NULL DEFAULT 0`,
  `ALTER TABLE "person" ADD "last_failed_at" TIMESTAMP WITH TIME ZONE`,
  `CREATE TABLE "recovery_code" ("id" uuid NOT NULL, "person_id" uuid NOT NULL, "hash" text NOT NULL, "used_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_6c4b4f3e9f4f1a5c1f1f0a6a0c1" PRIMARY KEY ("id"))`,
  `CREATE TABLE "reset_link" ("hash" text NOT NULL, "person_id" uuid NOT NULL, "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_reset" PRIMARY KEY ("hash"))`,
  `CREATE TABLE "sign_in_queue" ("key" text NOT NULL, "failures" integer NOT NULL, "next_at" TIMESTAMP WITH TIME ZONE NOT NULL, "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_queue" PRIMARY KEY ("key"))`,
  `CREATE TABLE "task" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "person_id" uuid NOT NULL, "kind" text NOT NULL, "state" text NOT NULL, "done" integer NOT NULL DEFAULT 0, "total" integer NOT NULL DEFAULT 0, "result" jsonb, "problem" jsonb, "body" bytea, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), CONSTRAINT "PK_task" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "task_one_an_account" ON "task" ("account_id") WHERE state IN ('waiting', 'running')`,
  `CREATE TABLE "set_aside" ("id" uuid NOT NULL DEFAULT gen_random_uuid(), "account_id" uuid NOT NULL, "of_table" text NOT NULL, "content" jsonb NOT NULL, "why" text NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), CONSTRAINT "PK_aside" PRIMARY KEY ("id"))`,
  `CREATE TABLE "ledger_release" ("account_id" uuid NOT NULL, "in_transaction" text NOT NULL, CONSTRAINT "PK_release" PRIMARY KEY ("account_id", "in_transaction"))`,
]

/** Amendments in the order they came in: by number, not by anybody's clock. Those that are here get theirs by the clock they have. */
const order = [
  `ALTER TABLE "record_amendment" ADD "seq" bigint`,
  `ALTER TABLE "record_amendment" DISABLE TRIGGER append_only`,
  `UPDATE record_amendment a SET seq = n.seq FROM (SELECT id, row_number() OVER (ORDER BY made_at, id) AS seq FROM record_amendment) n WHERE n.id = a.id`,
  `ALTER TABLE "record_amendment" ENABLE TRIGGER append_only`,
  `CREATE SEQUENCE "record_amendment_seq_seq" OWNED BY "record_amendment"."seq"`,
  `SELECT setval('record_amendment_seq_seq', (SELECT coalesce(max(seq), 0) + 1 FROM record_amendment), false)`,
  `ALTER TABLE "record_amendment" ALTER COLUMN "seq" SET DEFAULT nextval('record_amendment_seq_seq')`,
  `ALTER TABLE "record_amendment" ALTER COLUMN "seq" SET NOT NULL`,
]

const demoAccount = '0d3e0000-0000-4000-8000-000000000001'
const asOwner = `LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp`

/** Rows of an account, leaf to root. */
const ofAccount = [
  'push_subscription',
  'record_photo',
  'rating',
  'outing',
  'drill_card',
  'calendar_feed',
  'season_plan',
  'season_mark',
  'find_photo',
  'plant_find',
  'record_amendment',
  'application_record',
  'mix',
  'tank',
  'measuring_tool',
  'stock_package',
  'label_file',
  'label_version',
  'label',
  'calibration',
  'sprayer',
  'soil_reading',
  'season_sign',
  'water_entry',
  'sprinkler',
  'station_day',
  'typical_year',
  'place',
  'section',
  'zone',
  'yard',
  'task',
  'set_aside',
]

const functions = [
  // What was written down stays, whoever asks; an account that goes, goes whole.
  `CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger ${asOwner} AS $$
    BEGIN
      IF TG_OP = 'DELETE' AND EXISTS (
        SELECT 1 FROM ledger_release WHERE account_id = OLD.account_id AND in_transaction = pg_current_xact_id()::text
      ) THEN RETURN OLD; END IF;
      RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
    END $$`,
  `CREATE FUNCTION refuse_truncate() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation'; END $$`,
  ...['application_record', 'record_amendment', 'outing'].map(
    (table) =>
      `CREATE TRIGGER never_emptied BEFORE TRUNCATE ON ${table} FOR EACH STATEMENT EXECUTE FUNCTION refuse_truncate()`,
  ),
  `CREATE FUNCTION erase_rows(account uuid) RETURNS void ${asOwner} AS $$
    DECLARE of_table text;
    BEGIN
      INSERT INTO ledger_release VALUES (account, pg_current_xact_id()::text);
      FOREACH of_table IN ARRAY ARRAY[${ofAccount.map((t) => `'${t}'`).join(', ')}] LOOP
        EXECUTE format('DELETE FROM %I WHERE account_id = $1', of_table) USING account;
      END LOOP;
      DELETE FROM ledger_release WHERE account_id = account;
    END $$`,
  `CREATE FUNCTION empty_demo() RETURNS void ${asOwner} AS $$
    BEGIN PERFORM erase_rows('${demoAccount}'); END $$`,
  `CREATE FUNCTION delete_account(account uuid) RETURNS void ${asOwner} AS $$
    BEGIN
      IF account = '${demoAccount}' THEN RAISE EXCEPTION 'the demo stays'; END IF;
      PERFORM erase_rows(account);
      DELETE FROM account a WHERE a.id = account;
    END $$`,
  ...['erase_rows(uuid)', 'empty_demo()', 'delete_account(uuid)'].map(
    (f) => `REVOKE EXECUTE ON FUNCTION ${f} FROM PUBLIC`,
  ),
]

const keys = [
  `ALTER TABLE "recovery_code" ADD CONSTRAINT "FK_672aa92f03e527dd445eb7c40a0" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "reset_link" ADD CONSTRAINT "FK_ef77babbe9db38bb6c0f23e5988" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "task" ADD CONSTRAINT "FK_50a6c864eb0a5a286527a7f2b05" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Safety1764000000009 implements MigrationInterface {
  name = 'Safety1764000000009'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...tables, ...order, ...functions, ...keys]) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const f of ['delete_account(uuid)', 'empty_demo()', 'erase_rows(uuid)'])
      await runner.query(`DROP FUNCTION ${f}`)
    await runner.query('DROP FUNCTION refuse_truncate() CASCADE')
    await runner.query(
      'DROP TABLE "recovery_code", "reset_link", "sign_in_queue", "task", "set_aside", "ledger_release" CASCADE',
    )
    await runner.query('DROP INDEX "IDX_5c6e00902a1344d01a8d90f33c"')
    await runner.query('ALTER TABLE "record_amendment" DROP COLUMN "seq"')
    await runner.query('ALTER TABLE "person" DROP COLUMN "failed_sign_ins", DROP COLUMN "last_failed_at"')
    await runner.query(
      'ALTER TABLE "session" DROP COLUMN "device_id", DROP COLUMN "user_agent", DROP COLUMN "created_at", DROP COLUMN "seen_at"',
    )
    // The trigger as it was before: only emptying the demo may.
    await runner.query(`CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF current_setting('jardinero.emptying_demo', true) = 'yes' THEN RETURN OLD; END IF;
        RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
      END $$`)
  }
}
