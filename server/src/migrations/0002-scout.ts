import type { MigrationInterface, QueryRunner } from 'typeorm'

const statements = [
  `CREATE TABLE "plant_find" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "zone_id" uuid NOT NULL,
      "place_id" uuid,
      "x_ft" numeric,
      "y_ft" numeric,
      "found_on" date NOT NULL,
      "plant" text,
      "candidates" jsonb NOT NULL,
      "answers" jsonb NOT NULL,
      "stage" text NOT NULL,
      "leaf_count" integer,
      "tiller_count" integer,
      "amount" jsonb NOT NULL,
      "wanted_share" numeric,
      "note" text NOT NULL,
      CONSTRAINT "UQ_bc6a186311b9dc52d046729d0fe" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_6392d67ec38a9fa6f91ed81c23a" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_5a785a8fb083332f4e83936c3c" ON "plant_find" ("account_id", "found_on")`,
  `CREATE TABLE "find_photo" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "find_id" uuid NOT NULL,
      "width" integer NOT NULL,
      "height" integer NOT NULL,
      "bytes" integer NOT NULL,
      "taken_at" TIMESTAMP WITH TIME ZONE,
      "latitude" numeric,
      "longitude" numeric,
      "picture" bytea NOT NULL,
      CONSTRAINT "UQ_84b1b3a7fa0732eac05937d07df" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_f93d80ba53f5303e132c7971c2b" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_7945b14929c56362393dd49786" ON "find_photo" ("account_id", "find_id")`,
  `CREATE TABLE "season_mark" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "zone_id" uuid NOT NULL,
      "plant" text NOT NULL,
      "from" date NOT NULL,
      "germinates_from" date NOT NULL,
      "done" boolean NOT NULL,
      "note" text NOT NULL,
      CONSTRAINT "UQ_d6d4cf60c9c0b751c3bbef2d729" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_0d2fa9d625e2be91c1e8347d535" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_0a0535c6d60f2cd257a64a4b31" ON "season_mark" ("account_id", "zone_id")`,
  `CREATE TABLE "drill_card" (
      "person_id" uuid NOT NULL,
      "plant" text NOT NULL,
      "account_id" uuid NOT NULL,
      "card" jsonb NOT NULL,
      "due" TIMESTAMP WITH TIME ZONE NOT NULL,
      "lapses" integer NOT NULL,
      "answers" integer NOT NULL,
      CONSTRAINT "PK_671d6e06721e3832a37179c6031" PRIMARY KEY ("person_id", "plant")
    )`,
  `ALTER TABLE "yard" ADD "verdict_thresholds" jsonb`,
  `ALTER TABLE "plant_find" ADD CONSTRAINT "FK_850caf727abc80d103887870be8" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "plant_find" ADD CONSTRAINT "FK_c1a49aa174c09150b262a7518f6" FOREIGN KEY ("account_id", "place_id") REFERENCES "place"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "find_photo" ADD CONSTRAINT "FK_7945b14929c56362393dd497868" FOREIGN KEY ("account_id", "find_id") REFERENCES "plant_find"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "season_mark" ADD CONSTRAINT "FK_0a0535c6d60f2cd257a64a4b319" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "drill_card" ADD CONSTRAINT "FK_2f65f2f935527e05109698d97c7" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Scout1764000000002 implements MigrationInterface {
  name = 'Scout1764000000002'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE "yard" DROP COLUMN "verdict_thresholds"')
    await runner.query('DROP TABLE "drill_card", "season_mark", "find_photo", "plant_find" CASCADE')
  }
}
