import type { MigrationInterface, QueryRunner } from 'typeorm'

const tables = [
  'soil_reading',
  'section',
  'plant_find',
  'find_photo',
  'label',
  'stock_package',
  'label_version',
  'label_file',
]

/** When a row was discarded; of those there are now none was. Going back, what was discarded is gone. */
export class Discarded1764000000018 implements MigrationInterface {
  name = 'Discarded1764000000018'

  async up(run: QueryRunner): Promise<void> {
    for (const table of tables) await run.query(`ALTER TABLE "${table}" ADD "removed_at" timestamptz`)
  }

  async down(run: QueryRunner): Promise<void> {
    // An edge whose section is gone lies nowhere any more.
    await run.query(
      `UPDATE "place" SET "section_id" = NULL, "side" = NULL
         WHERE "section_id" IN (SELECT "id" FROM "section" WHERE "removed_at" IS NOT NULL)`,
    )
    for (const table of tables) {
      await run.query(`DELETE FROM "${table}" WHERE "removed_at" IS NOT NULL`)
      await run.query(`ALTER TABLE "${table}" DROP COLUMN "removed_at"`)
    }
  }
}
