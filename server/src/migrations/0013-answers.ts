import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The kept answer of a yard, the simulated grounds it rests on, the weather as it was last told, and the weeds that are watched. */
export class Answers1764000000013 implements MigrationInterface {
  name = 'Answers1764000000013'

  async up(run: QueryRunner): Promise<void> {
    await run.query('ALTER TABLE "yard" ADD "watched_weeds" jsonb')
    await run.query(
      `CREATE TABLE "kept_answer" ("yard_id" uuid NOT NULL, "account_id" uuid NOT NULL, "day" date NOT NULL,
         "rests_on" text NOT NULL, "body" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL,
         CONSTRAINT "kept_answer_pkey" PRIMARY KEY ("yard_id"))`,
    )
    await run.query(
      `ALTER TABLE "kept_answer" ADD CONSTRAINT "FK_c0cae9179dc4097cbb5f5259f62" FOREIGN KEY ("account_id", "yard_id")
         REFERENCES "yard"("account_id", "id") ON DELETE CASCADE ON UPDATE NO ACTION`,
    )
    await run.query(
      `CREATE TABLE "answer_progress" ("yard_id" uuid NOT NULL, "rests_on" text NOT NULL, "done" integer NOT NULL,
         "at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "answer_progress_pkey" PRIMARY KEY ("yard_id"))`,
    )
    await run.query(
      `CREATE TABLE "kept_run" ("key" text NOT NULL, "content" bytea NOT NULL, "used_at" TIMESTAMP WITH TIME ZONE NOT NULL,
         CONSTRAINT "kept_run_pkey" PRIMARY KEY ("key"))`,
    )
    // Noise: it only costs time to look for what repeats in it.
    await run.query('ALTER TABLE "kept_run" ALTER COLUMN "content" SET STORAGE EXTERNAL')
    await run.query('CREATE INDEX "run_by_use" ON "kept_run" ("used_at")')
    await run.query(
      `CREATE TABLE "kept_weather" ("station" text NOT NULL, "day" date NOT NULL, "stamp" text NOT NULL,
         "content" text NOT NULL, "asked_at" TIMESTAMP WITH TIME ZONE NOT NULL,
         CONSTRAINT "kept_weather_pkey" PRIMARY KEY ("station", "day"))`,
    )
  }

  async down(run: QueryRunner): Promise<void> {
    await run.query('DROP TABLE "kept_weather", "kept_run", "answer_progress", "kept_answer"')
    await run.query('ALTER TABLE "yard" DROP COLUMN "watched_weeds"')
  }
}
