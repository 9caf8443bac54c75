import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the bees of a catch did that says whether their queen is with them. */
export class QueenSigns20261126053000 implements MigrationInterface {
  readonly name = 'QueenSigns20261126053000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "catches" ADD COLUMN "queen_signs" text
      CONSTRAINT "ck_catches_queen_signs" CHECK (length("queen_signs") <= 60)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "catches" DROP COLUMN "queen_signs"`);
  }
}
