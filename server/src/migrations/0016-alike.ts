import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Which kept answers are of lawns alike; of those kept before it is not known, and they are worked out within a day. */
export class Alike1764000000016 implements MigrationInterface {
  name = 'Alike1764000000016'

  async up(run: QueryRunner): Promise<void> {
    await run.query(`ALTER TABLE "kept_answer" ADD "alike" text NOT NULL DEFAULT ''`)
    await run.query('ALTER TABLE "kept_answer" ALTER "alike" DROP DEFAULT')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "kept_answer" DROP COLUMN "alike"')
  }
}
