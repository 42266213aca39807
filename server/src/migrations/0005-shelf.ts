import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Packages on the shelf, labels as they stood before and as files, and what the choice rests on beside them. */
const statements = [
  `CREATE TABLE "label_version" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "label_id" uuid NOT NULL, "number" integer NOT NULL, "rules" jsonb NOT NULL, "replaced_at" TIMESTAMP WITH TIME ZONE NOT NULL, "replaced_by" text NOT NULL, CONSTRAINT "UQ_5ee1453a6b8805457774cf78787" UNIQUE ("account_id", "id"), CONSTRAINT "PK_ec0e7a310f095d32d709af4ca42" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_bdc7a7114c160d12bd6006e13b" ON "label_version" ("account_id", "label_id")`,
  `CREATE TABLE "label_file" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "label_id" uuid NOT NULL, "name" text NOT NULL, "kind" text NOT NULL, "bytes" integer NOT NULL, "picture" bytea NOT NULL, CONSTRAINT "UQ_25107f041404642bdbe92b35670" UNIQUE ("account_id", "id"), CONSTRAINT "PK_079cb1329e756df9608c8d32407" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_ff4dffa533c4e87f88cffcaca9" ON "label_file" ("account_id", "label_id")`,
  `CREATE TABLE "stock_package" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT '1', "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "label_id" uuid NOT NULL, "amount" jsonb NOT NULL, "bought_on" date NOT NULL, "opened_on" date, "counted" jsonb, "price_cents" integer, CONSTRAINT "UQ_c4c2bae808a562300573cbb5261" UNIQUE ("account_id", "id"), CONSTRAINT "PK_fb8da3fca871ba67432c6bf15c1" PRIMARY KEY ("id"))`,
  `CREATE INDEX "IDX_1e6b54f31475ad20549171e67d" ON "stock_package" ("account_id", "label_id")`,
  `ALTER TABLE "yard" ADD "shelf_situation" jsonb`,
  `ALTER TABLE "zone" ADD "turf_check" jsonb`,
  `ALTER TABLE "label_version" ADD CONSTRAINT "FK_bdc7a7114c160d12bd6006e13b8" FOREIGN KEY ("account_id", "label_id") REFERENCES "label"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "label_file" ADD CONSTRAINT "FK_ff4dffa533c4e87f88cffcaca99" FOREIGN KEY ("account_id", "label_id") REFERENCES "label"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "stock_package" ADD CONSTRAINT "FK_1e6b54f31475ad20549171e67d9" FOREIGN KEY ("account_id", "label_id") REFERENCES "label"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

export class Shelf1764000000005 implements MigrationInterface {
  name = 'Shelf1764000000005'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "label_version", "label_file", "stock_package" CASCADE')
    await runner.query('ALTER TABLE "yard" DROP COLUMN "shelf_situation"')
    await runner.query('ALTER TABLE "zone" DROP COLUMN "turf_check"')
  }
}
