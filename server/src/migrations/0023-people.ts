import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Several people in an account: what each may do, under whose licence, and links by which they join. */
export class People1764000000023 implements MigrationInterface {
  name = 'People1764000000023'

  async up(run: QueryRunner): Promise<void> {
    await run.query(
      `ALTER TABLE "person" ADD "role" text NOT NULL DEFAULT 'owner', ADD "licence_until" date, ADD "works_under" uuid, ADD "left_at" TIMESTAMP WITH TIME ZONE`,
    )
    await run.query(
      `ALTER TABLE "person" ADD CONSTRAINT "FK_f2eb228f44267cd1d281c950d11" FOREIGN KEY ("works_under") REFERENCES "person"("id") ON DELETE SET NULL`,
    )
    await run.query(`CREATE INDEX "IDX_31a014bb67020155ba0aaa6f94" ON "person" ("account_id")`)
    await run.query(
      `CREATE TABLE "invitation" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT 1, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "hash" text NOT NULL, "name" text NOT NULL, "role" text NOT NULL, "works_under" uuid, "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_invitation" PRIMARY KEY ("id"), CONSTRAINT "UQ_invitation" UNIQUE ("hash"))`,
    )
    await run.query(`CREATE INDEX "IDX_1e498e6dc2d14e9e0c65b119b7" ON "invitation" ("account_id")`)
    await run.query(
      `ALTER TABLE "invitation" ADD CONSTRAINT "FK_1e498e6dc2d14e9e0c65b119b7b" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('DROP TABLE "invitation"')
    await run.query('DROP INDEX "IDX_31a014bb67020155ba0aaa6f94"')
    await run.query(
      'ALTER TABLE "person" DROP COLUMN "role", DROP COLUMN "licence_until", DROP COLUMN "works_under", DROP COLUMN "left_at"',
    )
  }
}
