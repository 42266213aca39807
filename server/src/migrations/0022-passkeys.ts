import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Keys that let a person in without the password. */
export class Passkeys1764000000022 implements MigrationInterface {
  name = 'Passkeys1764000000022'

  async up(run: QueryRunner): Promise<void> {
    await run.query(
      `CREATE TABLE "passkey" ("id" uuid NOT NULL, "person_id" uuid NOT NULL, "key_id" text NOT NULL, "public_key" bytea NOT NULL, "uses" integer NOT NULL DEFAULT 0, "transports" jsonb NOT NULL, "name" text NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "used_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_passkey" PRIMARY KEY ("id"), CONSTRAINT "UQ_passkey" UNIQUE ("key_id"))`,
    )
    await run.query(`CREATE INDEX "IDX_32706d4b06dad6285bcc925f64" ON "passkey" ("person_id")`)
    await run.query(
      `ALTER TABLE "passkey" ADD CONSTRAINT "FK_32706d4b06dad6285bcc925f64c" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('DROP TABLE "passkey"')
  }
}
