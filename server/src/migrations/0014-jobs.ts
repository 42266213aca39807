import type { MigrationInterface, QueryRunner } from 'typeorm'

const asOwner = `LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp`

/** Rows of an account, leaf to root. */
const ofAccount = (marks: boolean) => [
  'push_subscription',
  'record_photo',
  'rating',
  'outing',
  'drill_card',
  'calendar_feed',
  'season_plan',
  ...(marks ? ['season_mark'] : []),
  'find_photo',
  'plant_find',
  'record_amendment',
  'application_record',
  ...(marks ? [] : ['job_step', 'job', 'chain_template']),
  'mix',
  'spread',
  'tank',
  'measuring_tool',
  'stock_package',
  'label_file',
  'label_version',
  'label',
  'calibration',
  'sprayer',
  'soil_reading',
  'season_sign',
  'water_entry',
  'sprinkler',
  'station_day',
  'typical_year',
  'place',
  'section',
  'zone',
  'yard',
  'task',
  'set_aside',
]
const eraseRows = (
  marks: boolean,
) => `CREATE OR REPLACE FUNCTION erase_rows(account uuid) RETURNS void ${asOwner} AS $$
  DECLARE of_table text;
  BEGIN
    INSERT INTO ledger_release VALUES (account, pg_current_xact_id()::text);
    FOREACH of_table IN ARRAY ARRAY[${ofAccount(marks)
      .map((t) => `'${t}'`)
      .join(', ')}] LOOP
      EXECUTE format('DELETE FROM %I WHERE account_id = $1', of_table) USING account;
    END LOOP;
    DELETE FROM ledger_release WHERE account_id = account;
  END $$`

const tables = [
  `CREATE TABLE "job" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
     "yard_id" uuid NOT NULL, "zone_id" uuid NOT NULL, "state" text NOT NULL, "body" jsonb NOT NULL)`,
  `CREATE TABLE "job_step" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "job_id" uuid NOT NULL,
     "at" TIMESTAMP WITH TIME ZONE NOT NULL, "by" text NOT NULL, "kind" text NOT NULL, "why" text NOT NULL, "detail" jsonb NOT NULL,
     "seq" BIGSERIAL NOT NULL)`,
  `CREATE TABLE "chain_template" ("id" uuid NOT NULL, "account_id" uuid NOT NULL, "version" integer NOT NULL DEFAULT 1,
     "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(), "name" text NOT NULL, "steps" jsonb NOT NULL)`,
  `ALTER TABLE "tank" ADD "job_ids" jsonb NOT NULL DEFAULT '[]'`,
  `ALTER TABLE "outing" ADD "job_ids" jsonb NOT NULL DEFAULT '[]'`,
  `ALTER TABLE "application_record" ADD "job_id" uuid`,
]
const keys = [
  `ALTER TABLE "job" ADD CONSTRAINT "PK_98ab1c14ff8d1cf80d18703b92f" PRIMARY KEY ("id")`,
  `ALTER TABLE "job_step" ADD CONSTRAINT "PK_9f00e8d8cdd8d14593af19733d9" PRIMARY KEY ("id")`,
  `ALTER TABLE "chain_template" ADD CONSTRAINT "PK_be0c184095420cc87a8932dc8b8" PRIMARY KEY ("id")`,
  `CREATE INDEX "job_of_yard" ON "job" ("account_id", "yard_id", "state")`,
  `CREATE INDEX "step_of_job" ON "job_step" ("account_id", "job_id", "seq")`,
  `ALTER TABLE "job" ADD CONSTRAINT "UQ_dbadbdebfddd920203d414a41bb" UNIQUE ("account_id", "id")`,
  `ALTER TABLE "chain_template" ADD CONSTRAINT "UQ_c8ddbbc6c2de697d20fc1f9409e" UNIQUE ("account_id", "id")`,
  `ALTER TABLE "application_record" ADD CONSTRAINT "FK_eb83608bf4442fa9eff606e3ab7" FOREIGN KEY ("account_id", "job_id") REFERENCES "job"("account_id","id") ON DELETE NO ACTION ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_732a0da7e8e44bb431691b37305" FOREIGN KEY ("account_id", "yard_id") REFERENCES "yard"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "job" ADD CONSTRAINT "FK_303b2d2fcecdd02657d50de39fa" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "chain_template" ADD CONSTRAINT "FK_31b7045295853046942a21e844e" FOREIGN KEY ("account_id") REFERENCES "account"("id") ON DELETE CASCADE ON UPDATE NO ACTION`,
  `ALTER TABLE "job_step" ADD CONSTRAINT "FK_64c3e7b35a43c835af8eb72920a" FOREIGN KEY ("account_id", "job_id") REFERENCES "job"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]
const keysBefore = [
  `ALTER TABLE "season_mark" ADD CONSTRAINT "UQ_d6d4cf60c9c0b751c3bbef2d729" UNIQUE ("account_id", "id")`,
  `ALTER TABLE "season_mark" ADD CONSTRAINT "PK_0d2fa9d625e2be91c1e8347d535" PRIMARY KEY ("id")`,
  `CREATE INDEX "IDX_0a0535c6d60f2cd257a64a4b31" ON "season_mark" ("account_id", "zone_id")`,
  `ALTER TABLE "season_mark" ADD CONSTRAINT "FK_0a0535c6d60f2cd257a64a4b319" FOREIGN KEY ("account_id", "zone_id") REFERENCES "zone"("account_id","id") ON DELETE CASCADE ON UPDATE NO ACTION`,
]

/** The first step of a job that was a mark or a pass of a plan; its seed is the job's own. */
const firstStep = (kind: string, at: string, by: string, why: string, from: string) =>
  `INSERT INTO job_step (id, account_id, job_id, at, "by", kind, why, detail)
     SELECT md5('first/' || j.id)::uuid, j.account_id, j.id, ${at}, ${by}, '${kind}', ${why},
       jsonb_build_object('seed', j.body - 'state' - 'doneOn' - 'tankIds' - 'recordIds')
     FROM job j ${from}`

/** Marks, under their own ids: thought of, and closed where they were done. */
const marks = [
  `INSERT INTO job (id, account_id, created_at, yard_id, zone_id, state, body)
     SELECT m.id, m.account_id, m.created_at, z.yard_id, m.zone_id, CASE WHEN m.done THEN 'closed' ELSE 'proposed' END,
       jsonb_build_object('id', m.id, 'yardId', z.yard_id, 'zoneId', m.zone_id, 'origin', 'mark', 'task', 'apply',
         'plants', jsonb_build_array(m.plant), 'products', '[]'::jsonb, 'ground', '{"kind": "all", "sqFt": null}'::jsonb,
         'when', jsonb_build_object('kind', 'day', 'day', m."from", 'latest', m.germinates_from),
         'was', NULL, 'plan', NULL, 'chain', NULL, 'note', m.note,
         'state', CASE WHEN m.done THEN 'closed' ELSE 'proposed' END,
         'doneOn', NULL, 'tankIds', '[]'::jsonb, 'recordIds', '[]'::jsonb)
     FROM season_mark m JOIN zone z ON z.account_id = m.account_id AND z.id = m.zone_id`,
  firstStep(
    'propose',
    'm.created_at',
    `''`,
    `''`,
    'JOIN season_mark m ON m.account_id = j.account_id AND m.id = j.id',
  ),
  `INSERT INTO job_step (id, account_id, job_id, at, "by", kind, why, detail)
     SELECT md5('close/' || m.id)::uuid, m.account_id, m.id, m.created_at, '', 'close', '', '{}' FROM season_mark m WHERE m.done`,
]

/**
 * The plan in force of each half of a year, a job a pass and lawn. As it was told until now, the first pass was down once a
 * pre-emergent was on that lawn since the plan was taken, the second once on two days, and so on.
 */
const plans = [
  `CREATE TEMPORARY TABLE made_job ON COMMIT DROP AS
   WITH in_force AS (
     SELECT DISTINCT ON (account_id, yard_id, half) * FROM season_plan ORDER BY account_id, yard_id, half, taken_at DESC
   ), pass AS (
     SELECT p.account_id, p.yard_id, p.id AS plan_id, p.half, p.taken_at, p.taken_by, p.reason, z.id AS zone_id, a.value AS pass,
       (SELECT d.value->>'day' FROM jsonb_array_elements(p.days) d WHERE d.value->>'id' = a.value->>'id') AS was,
       row_number() OVER (PARTITION BY p.id, z.id ORDER BY a.ordinality) AS nth
     FROM in_force p CROSS JOIN LATERAL jsonb_array_elements(p.programme->'passes') WITH ORDINALITY a
       CROSS JOIN LATERAL jsonb_array_elements_text(a.value->'zones') c
       JOIN zone z ON z.account_id = p.account_id AND z.id::text = c.value
   ), down AS (
     SELECT p.id AS plan_id, r.zone_id, (r.applied_at AT TIME ZONE y.time_zone)::date AS day, jsonb_agg(r.id ORDER BY r.id) AS record_ids,
       row_number() OVER (PARTITION BY p.id, r.zone_id ORDER BY (r.applied_at AT TIME ZONE y.time_zone)::date) AS nth
     FROM in_force p JOIN yard y ON y.account_id = p.account_id AND y.id = p.yard_id
       JOIN zone z ON z.account_id = p.account_id AND z.yard_id = p.yard_id
       JOIN application_record r ON r.account_id = p.account_id AND r.zone_id = z.id
     WHERE (r.applied_at AT TIME ZONE y.time_zone)::date >= p.taken_at::date
       AND EXISTS (SELECT 1 FROM jsonb_array_elements(r.rules->'uses') u WHERE u.value->>'purpose' = 'preEmergent')
     GROUP BY 1, 2, 3
   )
   SELECT md5(s.plan_id || '/' || (s.pass->>'id') || '/' || s.zone_id)::uuid AS id, s.*, d.day AS done_on, d.record_ids
   FROM pass s LEFT JOIN down d ON d.plan_id = s.plan_id AND d.zone_id = s.zone_id AND d.nth = s.nth`,
  `INSERT INTO job (id, account_id, created_at, yard_id, zone_id, state, body)
     SELECT id, account_id, taken_at, yard_id, zone_id, CASE WHEN done_on IS NULL THEN 'planned' ELSE 'applied' END,
       jsonb_build_object('id', id, 'yardId', yard_id, 'zoneId', zone_id, 'origin', 'season', 'task', 'apply', 'plants', '[]'::jsonb,
         'products', jsonb_build_array(jsonb_build_object('labelId', pass->'labelId', 'rate', pass->'rate'))
           || CASE WHEN pass ? 'partner' THEN jsonb_build_array(pass->'partner') ELSE '[]'::jsonb END,
         'ground', jsonb_build_object('kind', CASE WHEN pass->>'edges' = 'twice' THEN 'edgesTwice' ELSE 'all' END, 'sqFt', NULL),
         'when', CASE WHEN pass->'when'->>'kind' = 'day' THEN (pass->'when') || '{"latest": null}' ELSE pass->'when' END,
         'was', was, 'plan', jsonb_build_object('id', plan_id, 'half', half, 'passId', pass->>'id'), 'chain', NULL, 'note', '',
         'state', CASE WHEN done_on IS NULL THEN 'planned' ELSE 'applied' END,
         'doneOn', done_on, 'tankIds', '[]'::jsonb, 'recordIds', coalesce(record_ids, '[]'::jsonb))
     FROM made_job`,
  firstStep(
    'plan',
    'm.taken_at',
    'm.taken_by',
    'm.reason',
    'JOIN made_job m ON m.id = j.id AND m.account_id = j.account_id',
  ),
  `INSERT INTO job_step (id, account_id, job_id, at, "by", kind, why, detail)
     SELECT md5('apply/' || m.id)::uuid, m.account_id, m.id, r.recorded_at, r.recorded_by, 'apply', '',
       jsonb_build_object('recordIds', m.record_ids, 'day', m.done_on)
     FROM made_job m JOIN LATERAL (SELECT recorded_at, recorded_by FROM application_record a
       WHERE a.account_id = m.account_id AND a.id::text = m.record_ids->>0) r ON true
     WHERE m.done_on IS NOT NULL`,
]

/** What is down says of which job it is; so do its tank and its outing. */
const refs = [
  `ALTER TABLE "application_record" DISABLE TRIGGER append_only`,
  `UPDATE application_record r SET job_id = m.id FROM made_job m, jsonb_array_elements_text(coalesce(m.record_ids, '[]')) i
     WHERE m.account_id = r.account_id AND i.value = r.id::text`,
  `ALTER TABLE "application_record" ENABLE TRIGGER append_only`,
  `UPDATE tank t SET job_ids = o.ids FROM (
     SELECT x.account_id, x.tank_id, jsonb_agg(DISTINCT r.job_id) AS ids FROM mix x
       JOIN application_record r ON r.account_id = x.account_id AND r.mix_id = x.id
     WHERE r.job_id IS NOT NULL AND x.tank_id IS NOT NULL GROUP BY 1, 2) o
     WHERE o.account_id = t.account_id AND o.tank_id = t.id`,
  `ALTER TABLE "outing" DISABLE TRIGGER outing_stays`,
  `UPDATE outing o SET job_ids = s.ids FROM (
     SELECT u.account_id, u.id, jsonb_agg(DISTINCT r.job_id) AS ids FROM outing u
       CROSS JOIN LATERAL jsonb_array_elements_text(u.record_ids) i
       JOIN application_record r ON r.account_id = u.account_id AND r.id::text = i.value
     WHERE r.job_id IS NOT NULL GROUP BY 1, 2) s WHERE s.account_id = o.account_id AND s.id = o.id`,
  `ALTER TABLE "outing" ENABLE TRIGGER outing_stays`,
  `DROP TABLE made_job`,
]

/** Jobs: marks and the plans in force become jobs with their history; records, tanks and outings say of which they are. */
export class Jobs1764000000014 implements MigrationInterface {
  name = 'Jobs1764000000014'

  async up(run: QueryRunner): Promise<void> {
    for (const statement of [
      ...tables,
      ...marks,
      ...plans,
      ...refs,
      ...keys,
      'DROP TABLE "season_mark"',
      eraseRows(false),
    ])
      await run.query(statement)
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query(`CREATE TABLE "season_mark" (
      "id" uuid NOT NULL,
      "account_id" uuid NOT NULL,
      "version" integer NOT NULL DEFAULT '1',
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "zone_id" uuid NOT NULL,
      "plant" text NOT NULL,
      "from" date NOT NULL,
      "germinates_from" date NOT NULL,
      "done" boolean NOT NULL,
      "note" text NOT NULL
    )`)
    for (const statement of keysBefore) await run.query(statement)
    await run.query(`INSERT INTO season_mark (id, account_id, created_at, zone_id, plant, "from", germinates_from, done, note)
      SELECT id, account_id, created_at, zone_id, body->'plants'->>0, (body->'when'->>'day')::date,
        coalesce(body->'when'->>'latest', body->'when'->>'day')::date, state <> 'proposed', body->>'note'
      FROM job WHERE body->>'origin' = 'mark' AND state <> 'skipped' AND body->'when'->>'kind' = 'day'`)
    await run.query('ALTER TABLE "application_record" DROP COLUMN "job_id"')
    await run.query('ALTER TABLE "outing" DROP COLUMN "job_ids"')
    await run.query('ALTER TABLE "tank" DROP COLUMN "job_ids"')
    await run.query('DROP TABLE "chain_template", "job_step", "job"')
    await run.query(eraseRows(true))
  }
}
