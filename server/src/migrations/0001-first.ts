import type { MigrationInterface, QueryRunner } from 'typeorm'

const tables = [
  `CREATE TABLE "account" (
      "id" uuid NOT NULL,
      "name" text NOT NULL,
      "demo_day" date,
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_54115ee388cdb6d86bb4bf5b2ea" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "person" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "email" text NOT NULL,
      "password_hash" text,
      "name" text NOT NULL,
      "units" text NOT NULL,
      "temperature" text NOT NULL,
      "locale" text NOT NULL,
      "theme" text NOT NULL,
      CONSTRAINT "UQ_d2d717efd90709ebd3cb26b936c" UNIQUE ("email"),
      CONSTRAINT "PK_5fdaf670315c4b7e70cce85daa3" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "session" (
      "id" text NOT NULL,
      "person_id" uuid,
      "data" jsonb NOT NULL,
      "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      CONSTRAINT "PK_f55da76ac1c3ac420f444d2ff11" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_2223e981900a413ce4ce6386f9" ON "session" ("expires_at")`,
  `CREATE TABLE "rate_count" (
      "key" text NOT NULL,
      "count" integer NOT NULL,
      "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      CONSTRAINT "PK_5cf25b685a275ea635f59c69405" PRIMARY KEY ("key")
    )`,
  `CREATE TABLE "yard" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "name" text NOT NULL,
      "latitude" numeric NOT NULL,
      "longitude" numeric NOT NULL,
      "time_zone" text NOT NULL,
      "climate" text NOT NULL,
      "timing_school" text NOT NULL,
      CONSTRAINT "UQ_339887cb23ec05d05548de61475" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_ebc010d87eafc4ba78bf4f6cd07" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "zone" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "yard_id" uuid NOT NULL,
      "name" text NOT NULL,
      "turf" text NOT NULL,
      "state" text NOT NULL,
      CONSTRAINT "UQ_7a95dd44ce2b275d63ba360d690" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_bd3989e5a3c3fb5ed546dfaf832" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_32962e99600811480e94db3c76" ON "zone" ("account_id", "yard_id")`,
  `CREATE TABLE "section" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "zone_id" uuid NOT NULL,
      "name" text NOT NULL,
      "kind" text NOT NULL,
      "lengths_ft" jsonb NOT NULL,
      "deduction" boolean NOT NULL,
      "x_ft" numeric NOT NULL,
      "y_ft" numeric NOT NULL,
      "turn_deg" numeric NOT NULL,
      CONSTRAINT "UQ_9079298f54303a13a3f9f9d5aff" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_3c41d2d699384cc5e8eac54777d" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_3aa1ef836b432a2dafeb7e4c4a" ON "section" ("account_id", "zone_id")`,
  `CREATE TABLE "place" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "zone_id" uuid NOT NULL,
      "name" text NOT NULL,
      "kind" text NOT NULL,
      "section_id" uuid,
      "side" integer,
      CONSTRAINT "UQ_a6e52bd223c8b71310e3025b09f" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_96ab91d43aa89c5de1b59ee7cca" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_17a0c9b24fa2ed38cbdea21e44" ON "place" ("account_id", "zone_id")`,
  `CREATE TABLE "soil_reading" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "place_id" uuid NOT NULL,
      "taken_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "depth_cm" numeric NOT NULL,
      "temperature_c" numeric NOT NULL,
      "note" text NOT NULL,
      CONSTRAINT "UQ_6e6537e9ba5169c31f0fae32413" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_ea73cb6974db70377e17f5eed92" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_f135304bd4979a3abc9128b29a" ON "soil_reading" ("account_id", "taken_at")`,
  `CREATE INDEX "IDX_2f9eb0b52c59d16acfbce1f3e8" ON "soil_reading" ("account_id", "place_id")`,
  `CREATE TABLE "sprayer" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "name" text NOT NULL,
      "kind" text NOT NULL,
      "capacity_gal" numeric NOT NULL,
      CONSTRAINT "UQ_c0301ec27fb262fcee2c5cd51dc" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_8ac965d5f08eef6b3ec0eb7d5bd" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "calibration" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "sprayer_id" uuid NOT NULL,
      "day" date NOT NULL,
      "runs" jsonb NOT NULL,
      "note" text NOT NULL,
      CONSTRAINT "UQ_74cab7ce399af3af2f93975ffc6" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_f8252d02ac0708df73275ef24a2" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_2cbd38acb327dac529b5218d44" ON "calibration" ("account_id", "sprayer_id")`,
  `CREATE TABLE "label" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "rules" jsonb NOT NULL,
      CONSTRAINT "UQ_90b4be6072c2337baac00319300" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_5692ac5348861d3776eb5843672" PRIMARY KEY ("id")
    )`,
  `CREATE TABLE "mix" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "zone_id" uuid NOT NULL,
      "label_id" uuid NOT NULL,
      "calibration_id" uuid NOT NULL,
      "day" date NOT NULL,
      "rate" jsonb NOT NULL,
      "load_plan" text NOT NULL,
      "tool" text NOT NULL,
      "rules" jsonb NOT NULL,
      "area_sq_ft" numeric NOT NULL,
      "result" jsonb NOT NULL,
      "made_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      CONSTRAINT "UQ_d06219e0dcd2ce0d14e44b8bed2" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_8269db9a94559120b8344499de9" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_ba4e1e322ec525c8e1632c245a" ON "mix" ("account_id", "made_at")`,
  `CREATE TABLE "application_record" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "zone_id" uuid NOT NULL,
      "zone_name" text NOT NULL,
      "turf" text NOT NULL,
      "mix_id" uuid NOT NULL,
      "equipment" text NOT NULL,
      "rules" jsonb NOT NULL,
      "rate" jsonb NOT NULL,
      "keep_off_until" TIMESTAMP WITH TIME ZONE,
      "applied_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "first" jsonb NOT NULL,
      "recorded_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "recorded_by" text NOT NULL,
      CONSTRAINT "UQ_e362f7352596cb68b66dd90b84f" UNIQUE ("account_id", "id"),
      CONSTRAINT "PK_96b452145c0ee1a8dc7db48097b" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_d95cc8ed65d5f63c0024c2e5ed" ON "application_record" ("account_id", "applied_at")`,
  `CREATE TABLE "record_amendment" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "record_id" uuid NOT NULL,
      "reason" text NOT NULL,
      "changes" jsonb NOT NULL,
      "made_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "made_by" text NOT NULL,
      CONSTRAINT "PK_96c260f8ccb3c52b8acbbe72e2b" PRIMARY KEY ("id")
    )`,
  `CREATE INDEX "IDX_7e4ada907fe810efcf4fc90cf0" ON "record_amendment" ("account_id", "record_id")`,
  `ALTER TABLE "person" ADD CONSTRAINT "FK_31a014bb67020155ba0aaa6f94a" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "session" ADD CONSTRAINT "FK_5c6e00902a1344d01a8d90f33cf" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "yard" ADD CONSTRAINT "FK_2b4ade0a8062825f5a5cc6b46f7" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "zone" ADD CONSTRAINT "FK_32962e99600811480e94db3c765" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "section" ADD CONSTRAINT "FK_3aa1ef836b432a2dafeb7e4c4a7" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "place" ADD CONSTRAINT "FK_17a0c9b24fa2ed38cbdea21e449" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "place" ADD CONSTRAINT "FK_0e5c5f32378ea366a50030b3c78" FOREIGN KEY ("account_id", "section_id") REFERENCES "section"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "soil_reading" ADD CONSTRAINT "FK_2f9eb0b52c59d16acfbce1f3e89" FOREIGN KEY ("account_id", "place_id") REFERENCES "place"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "sprayer" ADD CONSTRAINT "FK_e6c8d0c577d4f26ce63cdafd3da" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "calibration" ADD CONSTRAINT "FK_2cbd38acb327dac529b5218d44c" FOREIGN KEY ("account_id", "sprayer_id") REFERENCES "sprayer"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "label" ADD CONSTRAINT "FK_0f7041361c6d45e8046424a2057" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "mix" ADD CONSTRAINT "FK_6f9fc737c2a6422c2d84cc699f4" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "application_record" ADD CONSTRAINT "FK_c03556423e39f7bab71b23c3aa3" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "application_record" ADD CONSTRAINT "FK_fe6b8c367b92905fd97619b4991" FOREIGN KEY ("account_id", "mix_id") REFERENCES "mix"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "record_amendment" ADD CONSTRAINT "FK_7e4ada907fe810efcf4fc90cf09" FOREIGN KEY ("account_id", "record_id") REFERENCES "application_record"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
]

/** A record of an application is never changed or removed, whoever asks; only emptying the demo may. */
const appendOnly = [
  `CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF current_setting('jardinero.emptying_demo', true) = 'yes' THEN RETURN OLD; END IF;
      RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
    END $$`,
  ...['application_record', 'record_amendment'].map(
    (table) =>
      `CREATE TRIGGER append_only BEFORE UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
  ),
]

export class First1760000000001 implements MigrationInterface {
  name = 'First1760000000001'

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...tables, ...appendOnly]) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    const names = tables.flatMap((t) => /^CREATE TABLE "(\w+)"/.exec(t)?.[1] ?? [])
    await runner.query(`DROP TABLE ${names.join(', ')} CASCADE`)
    await runner.query('DROP FUNCTION refuse_change()')
  }
}
