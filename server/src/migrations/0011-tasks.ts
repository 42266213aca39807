import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Tasks are done by workers of their own, which may be lost in the middle: how often one was begun is counted. And some make a file. */
export class Tasks1764000000011 implements MigrationInterface {
  name = 'Tasks1764000000011'

  async up(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "task" ADD "tries" integer NOT NULL DEFAULT 0, ADD "product" bytea')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "task" DROP COLUMN "tries", DROP COLUMN "product"')
  }
}
