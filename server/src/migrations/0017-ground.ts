import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What must not be hit beside a piece of ground, and how wide an edge strip is; of those told before neither was. */
export class Ground1764000000017 implements MigrationInterface {
  name = 'Ground1764000000017'

  async up(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "zone" ADD "spared" jsonb')
    await run.query('ALTER TABLE "place" ADD "width_ft" numeric')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "place" DROP COLUMN "width_ft"')
    await run.query('ALTER TABLE "zone" DROP COLUMN "spared"')
  }
}
