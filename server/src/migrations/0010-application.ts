import type { MigrationInterface, QueryRunner } from 'typeorm'

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
  'spread',
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

const spread = [
  `CREATE TABLE "spread" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "zones" jsonb NOT NULL, "label_id" uuid NOT NULL, "calibration_id" uuid NOT NULL, "day" date NOT NULL, "rate" jsonb NOT NULL, "directions" integer NOT NULL, "request" jsonb NOT NULL, "plan" jsonb NOT NULL, "spreader" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, "made_by" text NOT NULL, "mix_ids" jsonb NOT NULL, CONSTRAINT "PK_spread" PRIMARY KEY ("id"))`,
  `ALTER TABLE "spread" ADD CONSTRAINT "UQ_spread_account" UNIQUE ("account_id", "id")`,
  `CREATE INDEX "spread_made" ON "spread" ("account_id", "made_at")`,
  `ALTER TABLE "spread" ADD CONSTRAINT "FK_spread_account" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `CREATE OR REPLACE FUNCTION erase_rows(account uuid) RETURNS void ${asOwner} AS $$
    DECLARE of_table text;
    BEGIN
      INSERT INTO ledger_release VALUES (account, pg_current_xact_id()::text);
      FOREACH of_table IN ARRAY ARRAY[${ofAccount.map((t) => `'${t}'`).join(', ')}] LOOP
        EXECUTE format('DELETE FROM %I WHERE account_id = $1', of_table) USING account;
      END LOOP;
      DELETE FROM ledger_release WHERE account_id = account;
    END $$`,
]

/** What a mix is of, and the strip and the state it was made for: of tanks that are here, as they have them. */
const mix = [
  `ALTER TABLE "mix" ADD "spread_id" uuid, ADD "strip_sq_ft" numeric, ADD "state" text`,
  `ALTER TABLE "mix" ALTER COLUMN "load_plan" DROP NOT NULL, ALTER COLUMN "tool" DROP NOT NULL`,
  `CREATE INDEX "mix_of_tank" ON "mix" ("account_id", "tank_id")`,
  `UPDATE mix m SET strip_sq_ft = (z.value->>'edgeSqFt')::numeric
     FROM tank t, jsonb_array_elements(t.zones) z
     WHERE t.account_id = m.account_id AND t.id = m.tank_id AND z.value->>'zoneId' = m.zone_id::text`,
  `UPDATE mix m SET state = g.value->>'state'
     FROM tank t, jsonb_array_elements(t.request->'grounds') g
     WHERE t.account_id = m.account_id AND t.id = m.tank_id AND g.value->>'id' = m.zone_id::text`,
]

/** A mix is one product on one lawn: it is recorded once. What was recorded twice stays, as its second turn. */
const once = [
  `ALTER TABLE "application_record" ADD "turn" integer NOT NULL DEFAULT 1`,
  `ALTER TABLE "application_record" DISABLE TRIGGER append_only`,
  `UPDATE application_record r SET turn = n.turn FROM
     (SELECT id, row_number() OVER (PARTITION BY account_id, mix_id ORDER BY recorded_at, id) AS turn FROM application_record) n
     WHERE n.id = r.id AND n.turn > 1`,
  `ALTER TABLE "application_record" ENABLE TRIGGER append_only`,
  `CREATE UNIQUE INDEX "recorded_once" ON "application_record" ("account_id", "mix_id", "turn")`,
]

/** What a yard is opened by, and lists of yards. */
const opened = [
  `CREATE INDEX "record_of_zone" ON "application_record" ("account_id", "zone_id", "applied_at")`,
  `CREATE INDEX "find_of_zone" ON "plant_find" ("account_id", "zone_id", "found_on")`,
  `CREATE INDEX "outing_of_yard" ON "outing" ("account_id", "yard_id", "started_at")`,
  `CREATE INDEX "yard_by_name" ON "yard" ("account_id", "name", "id")`,
  `CREATE INDEX "mix_of_label" ON "mix" ("account_id", "label_id", "day")`,
]

export class Application1764000000010 implements MigrationInterface {
  name = 'Application1764000000010'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...spread, ...mix, ...once, ...opened]) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const index of [
      'recorded_once',
      'record_of_zone',
      'find_of_zone',
      'outing_of_yard',
      'yard_by_name',
      'mix_of_label',
    ])
      await runner.query(`DROP INDEX "${index}"`)
    await runner.query('ALTER TABLE "application_record" DROP COLUMN "turn"')
    await runner.query('DROP INDEX "mix_of_tank"')
    await runner.query(
      'ALTER TABLE "mix" DROP COLUMN "spread_id", DROP COLUMN "strip_sq_ft", DROP COLUMN "state"',
    )
    await runner.query(`CREATE OR REPLACE FUNCTION erase_rows(account uuid) RETURNS void ${asOwner} AS $$
      DECLARE of_table text;
      BEGIN
        INSERT INTO ledger_release VALUES (account, pg_current_xact_id()::text);
        FOREACH of_table IN ARRAY ARRAY[${ofAccount
          .filter((t) => t !== 'spread')
          .map((t) => `'${t}'`)
          .join(', ')}] LOOP
          EXECUTE format('DELETE FROM %I WHERE account_id = $1', of_table) USING account;
        END LOOP;
        DELETE FROM ledger_release WHERE account_id = account;
      END $$`)
    await runner.query('DROP TABLE "spread"')
  }
}
