import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What of a kept answer a list says, out of the answer itself. */
const outlineOf = `jsonb_build_object(
  'next', CASE WHEN jsonb_typeof(b->'next') = 'object' THEN jsonb_build_object(
    'kind', b->'next'->'kind', 'day', b->'next'->'day', 'label', b->'next'->'label',
    'zoneIds', coalesce(b->'next'->'zoneIds', '[]'::jsonb), 'escaped', b->'next'->'escaped') END,
  'soilC', coalesce(
    (SELECT p->'meanToday'->'value' FROM jsonb_array_elements(b->'soil'->'places') p WHERE p->>'id' = b->'soil'->>'middleId'),
    b->'soil'->'places'->0->'meanToday'->'value'))`

/** What is erased with an account, with the new tables, or without them again. */
const eraseAlso = (from: string, to: string) =>
  `DO $$ BEGIN EXECUTE replace(pg_get_functiondef('erase_rows(uuid)'::regprocedure), $q$${from}$q$, $q$${to}$q$); END $$`
const erased = `'yard', 'task'`
const erasedNow = `'yard', 'client', 'lawn_view', 'task'`

/**
 * A firm's many lawns: clients, what stands in the way of a crew at a property, tags, views of the list; the size of a lawn,
 * forgotten whenever one of its sections changes; and what a list says of a kept answer.
 */
export class Lawns1764000000024 implements MigrationInterface {
  name = 'Lawns1764000000024'

  async up(run: QueryRunner): Promise<void> {
    await run.query(
      `ALTER TABLE "yard" ADD "address" text, ADD "gate" text, ADD "dog" boolean, ADD "site_notes" text, ADD "tags" jsonb, ADD "archived_at" TIMESTAMP WITH TIME ZONE`,
    )
    await run.query(`ALTER TABLE "zone" ADD "area_sq_ft" numeric`)
    await run.query(
      `CREATE FUNCTION forget_area() RETURNS trigger LANGUAGE plpgsql AS $$
       BEGIN
         UPDATE zone SET area_sq_ft = NULL WHERE area_sq_ft IS NOT NULL
           AND id IN (CASE WHEN TG_OP = 'INSERT' THEN NULL ELSE OLD.zone_id END, CASE WHEN TG_OP = 'DELETE' THEN NULL ELSE NEW.zone_id END);
         RETURN NULL;
       END $$`,
    )
    await run.query(
      `CREATE TRIGGER section_changes_area AFTER INSERT OR UPDATE OR DELETE ON "section" FOR EACH ROW EXECUTE FUNCTION forget_area()`,
    )
    await run.query(`ALTER TABLE "kept_answer" ADD "outline" jsonb`)
    await run.query(
      `UPDATE "kept_answer" a SET "outline" = ${outlineOf} FROM (SELECT yard_id, body::jsonb AS b FROM kept_answer) k WHERE k.yard_id = a.yard_id`,
    )
    await run.query(`ALTER TABLE "kept_answer" ALTER COLUMN "outline" SET NOT NULL`)
    const row = `"id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT 1, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`
    await run.query(
      `CREATE TABLE "client" (${row}, "name" text NOT NULL, "phone" text NOT NULL, "email" text NOT NULL, "tell" text NOT NULL, "tell_days" integer NOT NULL, "notes" text NOT NULL, CONSTRAINT "UQ_85fa9cdb52014dcda3cac3f07f8" UNIQUE ("account_id", "id"), CONSTRAINT "client_by_name" UNIQUE ("account_id", "name"), CONSTRAINT "PK_client" PRIMARY KEY ("id"))`,
    )
    await run.query(
      `CREATE TABLE "lawn_view" (${row}, "name" text NOT NULL, "wishes" jsonb NOT NULL, "order" text NOT NULL, "descending" boolean NOT NULL, CONSTRAINT "UQ_f0103e6f32afa1af0b57b2f31bb" UNIQUE ("account_id", "id"), CONSTRAINT "PK_lawn_view" PRIMARY KEY ("id"))`,
    )
    const ofAccount = 'FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE'
    await run.query(`ALTER TABLE "client" ADD CONSTRAINT "FK_b3627c981b3d782cb5a2845e3d8" ${ofAccount}`)
    await run.query(`ALTER TABLE "lawn_view" ADD CONSTRAINT "FK_6cd08c9ca10d99f50e159195c3e" ${ofAccount}`)
    // Lawns that came in from a list had no place, and so no soil and no dates.
    await run.query(
      `INSERT INTO "place" ("id", "account_id", "zone_id", "name", "kind")
       SELECT gen_random_uuid(), z.account_id, z.id, 'Open middle', 'middle' FROM zone z
       WHERE NOT EXISTS (SELECT 1 FROM place p WHERE p.zone_id = z.id)
         AND EXISTS (SELECT 1 FROM section s WHERE s.zone_id = z.id AND s.kind = 'known' AND s.name = z.name)`,
    )
    await run.query(eraseAlso(erased, erasedNow))
    // Whoever was a client by name alone is one now.
    await run.query(
      `INSERT INTO "client" ("id", "account_id", "name", "phone", "email", "tell", "tell_days", "notes")
       SELECT gen_random_uuid(), account_id, client, '', '', 'none', 0, '' FROM yard WHERE coalesce(client, '') <> '' GROUP BY account_id, client`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query(eraseAlso(erasedNow, erased))
    await run.query('DROP TABLE "client", "lawn_view"')
    await run.query('ALTER TABLE "kept_answer" DROP COLUMN "outline"')
    await run.query('DROP TRIGGER section_changes_area ON "section"')
    await run.query('DROP FUNCTION forget_area()')
    await run.query('ALTER TABLE "zone" DROP COLUMN "area_sq_ft"')
    await run.query(
      'ALTER TABLE "yard" DROP COLUMN "address", DROP COLUMN "gate", DROP COLUMN "dog", DROP COLUMN "site_notes", DROP COLUMN "tags", DROP COLUMN "archived_at"',
    )
  }
}
