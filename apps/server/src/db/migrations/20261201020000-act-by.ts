import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Every act says which member did it, and when, where it came later. */
export class ActBy20261201020000 implements MigrationInterface {
  readonly name = 'ActBy20261201020000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "act" ADD COLUMN "member_id" text`);
    await runner.query(`ALTER TABLE "act" ADD COLUMN "done_at_utc" text`);
    await runner.query(`ALTER TABLE "act" ADD COLUMN "clock_ahead_s" integer`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const column of ['clock_ahead_s', 'done_at_utc', 'member_id'])
      await runner.query(`ALTER TABLE "act" DROP COLUMN "${column}"`);
  }
}
