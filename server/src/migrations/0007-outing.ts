import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Outings from the field, ratings and pictures of passes, an applicator's licence, hours and limits of one's own. */
const statements = [
  `CREATE TABLE "outing" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "yard_id" uuid NOT NULL, "tank_id" uuid NOT NULL, "started_at" TIMESTAMP WITH TIME ZONE NOT NULL, "ended_at" TIMESTAMP WITH TIME ZONE NOT NULL, "pauses" jsonb NOT NULL, "winds" jsonb NOT NULL, "air_c" numeric, "loads_mixed" integer NOT NULL, "leftover_gal" numeric NOT NULL, "zones" jsonb NOT NULL, "applicator" text NOT NULL, "licence" text NOT NULL, "target" text NOT NULL, "note" text NOT NULL, "taken_share" numeric NOT NULL, "record_ids" jsonb NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, "made_by" text NOT NULL, CONSTRAINT "UQ_90ed10b77dcf2fb146b6242d442" UNIQUE ("account_id", "id"), CONSTRAINT "PK_25701e87e08e64aa52320321f83" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_7b43cf57edb4c1939c9130727f" ON "outing" ("account_id", "tank_id")`,
  `CREATE TABLE "rating" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT '1', "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "record_id" uuid NOT NULL, "plant" text NOT NULL, "day" date NOT NULL, "treated" jsonb NOT NULL, "treated_before" jsonb, "check" jsonb, "check_before" jsonb, "injury" numeric NOT NULL, "why" text, "note" text NOT NULL, CONSTRAINT "UQ_d7e67d5d42ce7c0ba1c79235c16" UNIQUE ("account_id", "id"), CONSTRAINT "PK_ecda8ad32645327e4765b43649e" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_b26a86094e3196c8fc9e66b551" ON "rating" ("account_id", "record_id")`,
  `CREATE TABLE "record_photo" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "record_id" uuid NOT NULL, "kind" text NOT NULL, "taken_at" TIMESTAMP WITH TIME ZONE, "width" integer NOT NULL, "height" integer NOT NULL, "bytes" integer NOT NULL, "picture" bytea NOT NULL, CONSTRAINT "UQ_ff3bd4fc9b2adeb4ea909395cb6" UNIQUE ("account_id", "id"), CONSTRAINT "PK_4376a5bcf8f1ed137024ab356d8" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_dee30e96b4fc1761e4dad51362" ON "record_photo" ("account_id", "record_id")`,
  `ALTER TABLE "person" ADD "licence" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "yard" ADD "outing_wishes" jsonb`,
  `ALTER TABLE "yard" ADD "client" text`,
  `ALTER TABLE "outing" ADD CONSTRAINT "FK_7e09650820c38910609059ba6f7" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "outing" ADD CONSTRAINT "FK_7b43cf57edb4c1939c9130727f7" FOREIGN KEY ("account_id", "tank_id") REFERENCES "tank"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "rating" ADD CONSTRAINT "FK_b26a86094e3196c8fc9e66b5517" FOREIGN KEY ("account_id", "record_id") REFERENCES "application_record"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "record_photo" ADD CONSTRAINT "FK_dee30e96b4fc1761e4dad513622" FOREIGN KEY ("account_id", "record_id") REFERENCES "application_record"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `CREATE TRIGGER outing_stays BEFORE UPDATE OR DELETE ON outing FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
]

export class Outing1764000000007 implements MigrationInterface {
  name = 'Outing1764000000007'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "outing", "rating", "record_photo" CASCADE')
    await runner.query('ALTER TABLE "person" DROP COLUMN "licence"')
    await runner.query('ALTER TABLE "yard" DROP COLUMN "outing_wishes", DROP COLUMN "client"')
  }
}
