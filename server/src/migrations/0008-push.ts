import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Devices that asked to be reminded. One that has such a table from a try-out begins anew: its devices ask again. */
const statements = [
  `DROP TABLE IF EXISTS "push_subscription"`,
  `CREATE TABLE "push_subscription" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "person_id" uuid NOT NULL, "endpoint" text NOT NULL, "keys" jsonb NOT NULL, "told" jsonb NOT NULL, CONSTRAINT "UQ_26ea3705f0607b30b31e54b22c4" UNIQUE ("account_id", "id"), CONSTRAINT "UQ_8a370ec25bb2db107fb29d03502" UNIQUE ("account_id", "endpoint"), CONSTRAINT "PK_07fc861c0d2c38c1b830fb9cb5d" PRIMARY KEY ("id"))`,
  `ALTER TABLE "push_subscription" ADD CONSTRAINT "FK_60432db3920d88662e4a7dc87d0" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Push1764000000008 implements MigrationInterface {
  name = 'Push1764000000008'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "push_subscription"')
  }
}
