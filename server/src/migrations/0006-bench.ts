import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Tanks of several products, one's own measures, nozzles and other ways of calibrating. */
const statements = [
  `CREATE TABLE "tank" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "zones" jsonb NOT NULL, "products" jsonb NOT NULL, "calibration_id" uuid NOT NULL, "day" date NOT NULL, "load_plan" text NOT NULL, "water_first" numeric, "water" jsonb, "request" jsonb NOT NULL, "result" jsonb NOT NULL, "sprayer" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, "made_by" text NOT NULL, "mix_ids" jsonb NOT NULL, CONSTRAINT "UQ_3023337f39ee5becdb8ca44be07" UNIQUE ("account_id", "id"), CONSTRAINT "PK_7c34d00328207090cdf572bb15a" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_74ad5dd692d86def409aa4047d" ON "tank" ("account_id", "made_at")`,
  `CREATE TABLE "measuring_tool" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT '1', "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "name" text NOT NULL, "measure" text NOT NULL, "kind" text NOT NULL, "step" numeric NOT NULL, "unit" text NOT NULL, "holds" numeric, CONSTRAINT "UQ_bf491e6b871dee7b43cf8694e9b" UNIQUE ("account_id", "id"), CONSTRAINT "PK_264b6b23fb4e85438519906b7b2" PRIMARY KEY ("id"))`,
  `ALTER TABLE "sprayer" ADD "nozzle" jsonb`,
  `ALTER TABLE "sprayer" ADD "swath_ft" numeric`,
  `ALTER TABLE "calibration" ADD "method" text`,
  `ALTER TABLE "calibration" ADD "inputs" jsonb`,
  `ALTER TABLE "mix" ADD "tank_id" uuid`,
  `ALTER TABLE "tank" ADD CONSTRAINT "FK_d4893067fcb07454f9f5afafeab" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "measuring_tool" ADD CONSTRAINT "FK_142f89d9d4ee84eacaf1b39367a" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Bench1764000000006 implements MigrationInterface {
  name = 'Bench1764000000006'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "tank", "measuring_tool" CASCADE')
    await runner.query('ALTER TABLE "mix" DROP COLUMN "tank_id"')
    await runner.query('ALTER TABLE "sprayer" DROP COLUMN "nozzle", DROP COLUMN "swath_ft"')
    await runner.query('ALTER TABLE "calibration" DROP COLUMN "method", DROP COLUMN "inputs"')
  }
}
