import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A calendar address is a member's: it shows what is theirs, and ends with them. */
export class CalendarOf20261201070000 implements MigrationInterface {
  readonly name = 'CalendarOf20261201070000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "calendar_key" ADD COLUMN "member_id" text`);
  }

  async down(runner: QueryRunner): Promise<void> {
    // The version before would show a helper's address all steps.
    await runner.query(`DELETE FROM "calendar_key" WHERE "member_id" IS NOT NULL`);
    await runner.query(`ALTER TABLE "calendar_key" DROP COLUMN "member_id"`);
  }
}
