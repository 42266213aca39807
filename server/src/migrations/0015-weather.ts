import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a weather service gave to ask again by: whether anything is new. */
export class Weather1764000000015 implements MigrationInterface {
  name = 'Weather1764000000015'

  async up(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "kept_weather" ADD "marks" jsonb')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "kept_weather" DROP COLUMN "marks"')
  }
}
