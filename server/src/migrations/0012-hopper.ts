import type { MigrationInterface, QueryRunner } from 'typeorm'

const spreaders = `kind IN ('dropSpreader', 'rotarySpreader')`

/** What a spreader's hopper holds is pounds, in a column that says so; it stood among the gallons. */
export class Hopper1764000000012 implements MigrationInterface {
  name = 'Hopper1764000000012'

  async up(run: QueryRunner): Promise<void> {
    await run.query(
      'ALTER TABLE "sprayer" ADD "hopper_lb" numeric, ALTER COLUMN "capacity_gal" DROP NOT NULL',
    )
    await run.query(
      `UPDATE "sprayer" SET "hopper_lb" = "capacity_gal", "capacity_gal" = NULL WHERE ${spreaders}`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query(`UPDATE "sprayer" SET "capacity_gal" = "hopper_lb" WHERE ${spreaders}`)
    await run.query('ALTER TABLE "sprayer" DROP COLUMN "hopper_lb", ALTER COLUMN "capacity_gal" SET NOT NULL')
  }
}
