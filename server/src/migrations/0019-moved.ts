import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The lawn a record was moved to by an amendment; none that is there moved any. Going back, the first lawn stands again. */
export class Moved1764000000019 implements MigrationInterface {
  name = 'Moved1764000000019'

  async up(run: QueryRunner): Promise<void> {
    await run.query(
      'ALTER TABLE "record_amendment" ADD "zone_id" uuid, ADD "zone_name" text, ADD "turf" text',
    )
    await run.query(
      'CREATE INDEX "amendment_moves" ON "record_amendment" ("account_id", "zone_id") WHERE "zone_id" IS NOT NULL',
    )
    await run.query(
      `ALTER TABLE "record_amendment" ADD CONSTRAINT "FK_ef3683c204865d54056b6f97cc0" FOREIGN KEY ("account_id", "zone_id")
         REFERENCES "zone"("account_id", "id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "record_amendment" DROP CONSTRAINT "FK_ef3683c204865d54056b6f97cc0"')
    await run.query('DROP INDEX "amendment_moves"')
    await run.query(
      'ALTER TABLE "record_amendment" DROP COLUMN "zone_id", DROP COLUMN "zone_name", DROP COLUMN "turf"',
    )
  }
}
