import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Plans as they were taken, calendars to subscribe to, and what an owner wants of the season. */
const statements = [
  `CREATE TABLE "season_plan" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "yard_id" uuid NOT NULL, "half" text NOT NULL, "school" text, "programme" jsonb NOT NULL, "days" jsonb NOT NULL, "escaped" numeric, "reason" text NOT NULL, "taken_at" TIMESTAMP WITH TIME ZONE NOT NULL, "taken_by" text NOT NULL, CONSTRAINT "UQ_04035a320ac526ec76903b1f2ae" UNIQUE ("account_id", "id"), CONSTRAINT "PK_61c97389ec01de0cac06f99223e" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_6372ff44dfd74925b75fc58f8f" ON "season_plan" ("account_id", "yard_id")`,
  `CREATE TABLE "calendar_feed" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "yard_id" uuid NOT NULL, "person_id" uuid NOT NULL, "secret" text NOT NULL, CONSTRAINT "UQ_b7b76dfa9d753faba975729317a" UNIQUE ("account_id", "id"), CONSTRAINT "UQ_e1e99722ea616b1e1af33906472" UNIQUE ("secret"), CONSTRAINT "UQ_ec1f6a6040503006ac27efab4aa" UNIQUE ("account_id", "yard_id"), CONSTRAINT "PK_24c0b9c80e4a4ac8752d854bc2e" PRIMARY KEY ("id"))`,
  `ALTER TABLE "yard" ADD "season_wishes" jsonb`,
  `ALTER TABLE "season_plan" ADD CONSTRAINT "FK_6372ff44dfd74925b75fc58f8ff" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "calendar_feed" ADD CONSTRAINT "FK_ec1f6a6040503006ac27efab4aa" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Season1764000000004 implements MigrationInterface {
  name = 'Season1764000000004'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "calendar_feed", "season_plan" CASCADE')
    await runner.query('ALTER TABLE "yard" DROP COLUMN "season_wishes"')
  }
}
