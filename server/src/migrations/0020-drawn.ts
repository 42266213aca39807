import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The tank that a tank was drawn from; those there are were mixed for themselves. */
export class Drawn1764000000020 implements MigrationInterface {
  name = 'Drawn1764000000020'

  async up(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "tank" ADD "drawn_from" uuid')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "tank" DROP COLUMN "drawn_from"')
  }
}
