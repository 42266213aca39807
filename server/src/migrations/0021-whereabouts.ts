import type { MigrationInterface, QueryRunner } from 'typeorm'

const ofYard = {
  place_from: 'text',
  town: 'text',
  country: 'text',
  region: 'text',
  elevation_m: 'numeric',
}

/** Where a yard is known to lie, and how sure a piece is that no tape measured. Those there are were said by hand, and taped. */
export class Whereabouts1764000000021 implements MigrationInterface {
  name = 'Whereabouts1764000000021'

  async up(run: QueryRunner): Promise<void> {
    for (const [name, type] of Object.entries(ofYard))
      await run.query(`ALTER TABLE "yard" ADD "${name}" ${type}`)
    await run.query('ALTER TABLE "section" ADD "accuracy_ft" numeric')
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "section" DROP COLUMN "accuracy_ft"')
    for (const name of Object.keys(ofYard)) await run.query(`ALTER TABLE "yard" DROP COLUMN "${name}"`)
  }
}
