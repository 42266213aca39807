import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Signs, water, sprinklers, the yard's own station, and what is known of a place's ground. */
const statements = [
  `CREATE TABLE "season_sign" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "yard_id" uuid NOT NULL,
      "kind" text NOT NULL,
      "day" date NOT NULL,
      "note" text NOT NULL,
      CONSTRAINT "UQ_f1fcda575d9344b4407b916624b" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_bceaaaab8f1473844fbb0919200" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_c00a77304892cc30749d1d2d32" ON "season_sign" ("account_id", "yard_id")`,
  `CREATE TABLE "sprinkler" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "yard_id" uuid NOT NULL,
      "name" text NOT NULL,
      "cups_mm" jsonb NOT NULL,
      "minutes" numeric NOT NULL,
      "tested_on" date NOT NULL,
      CONSTRAINT "UQ_bf3ab9039bf76a1bf2254882761" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_70f563134baaf142faaed33add0" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_ba5477436938a97fc04fae30ad" ON "sprinkler" ("account_id", "yard_id")`,
  `CREATE TABLE "water_entry" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "yard_id" uuid NOT NULL,
      "kind" text NOT NULL,
      "day" date NOT NULL,
      "depth_mm" numeric NOT NULL,
      "sprinkler_id" uuid,
      "minutes" numeric,
      "note" text NOT NULL,
      CONSTRAINT "UQ_d44e8c2b104990d7e6609c3af75" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_168ff056dd68fc300284e935120" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_23059d6f36d4c25974db10332d" ON "water_entry" ("account_id", "yard_id")`,
  `CREATE TABLE "station_day" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "yard_id" uuid NOT NULL,
      "day" date NOT NULL,
      "minimum_c" numeric NOT NULL,
      "maximum_c" numeric NOT NULL,
      "rain_mm" numeric NOT NULL,
      "wind" numeric,
      "solar_mj" numeric,
      "filled" boolean NOT NULL,
      CONSTRAINT "UQ_b53470b67260e9297ea2004a200" UNIQUE ("account_id", "id"),
      CONSTRAINT "UQ_6a5851d106e8cd946503dcd99c0" UNIQUE ("yard_id", "day"),
      CONSTRAINT "PK_dd9d967f4fb8a57993a1bf63e7e" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "typical_year" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "yard_id" uuid NOT NULL,
      "latitude" numeric NOT NULL,
      "longitude" numeric NOT NULL,
      "days" jsonb NOT NULL,
      CONSTRAINT "UQ_73f7cfefeb36067de4ce06640ae" UNIQUE ("account_id", "id"),
      CONSTRAINT "UQ_27742c0fbfcc3508ef6aae74213" UNIQUE ("yard_id"),
      CONSTRAINT "PK_63492b06af2309319bccccaccb3" PRIMARY KEY ("id")
    )`,
  `ALTER TABLE "yard" ADD "timing_parameters" jsonb`,
  `ALTER TABLE "place" ADD "ground" jsonb`,
  `ALTER TABLE "season_sign" ADD CONSTRAINT "FK_c00a77304892cc30749d1d2d320" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "sprinkler" ADD CONSTRAINT "FK_ba5477436938a97fc04fae30ad3" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "water_entry" ADD CONSTRAINT "FK_23059d6f36d4c25974db10332d8" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "water_entry" ADD CONSTRAINT "FK_5f84b01c4a5bc680fd4b47c8e7b" FOREIGN KEY ("account_id", "sprinkler_id") REFERENCES "sprinkler"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "station_day" ADD CONSTRAINT "FK_8d600beecdfdb35f0c162cf8b41" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "typical_year" ADD CONSTRAINT "FK_7bd7b66d742b74e0f7c9e2ea40c" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Soil1764000000003 implements MigrationInterface {
  name = 'Soil1764000000003'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      'DROP TABLE "typical_year", "station_day", "water_entry", "sprinkler", "season_sign" CASCADE',
    )
    await runner.query('ALTER TABLE "yard" DROP COLUMN "timing_parameters"')
    await runner.query('ALTER TABLE "place" DROP COLUMN "ground"')
  }
}
