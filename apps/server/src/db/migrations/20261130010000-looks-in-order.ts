import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The looks at one stay, and all looks, in the order in which they are asked for: the latest need no sorting of the rest. */
export class LooksInOrder20261130010000 implements MigrationInterface {
  readonly name = 'LooksInOrder20261130010000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_visits_at"`);
    await runner.query(`DROP INDEX "ix_visits_deployment_id"`);
    await runner.query(`CREATE INDEX "ix_visits_at_id" ON "visits" ("at", "id")`);
    await runner.query(`CREATE INDEX "ix_visits_deployment_id_at" ON "visits" ("deployment_id", "at")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP INDEX "ix_visits_deployment_id_at"`);
    await runner.query(`DROP INDEX "ix_visits_at_id"`);
    await runner.query(`CREATE INDEX "ix_visits_deployment_id" ON "visits" ("deployment_id")`);
    await runner.query(`CREATE INDEX "ix_visits_at" ON "visits" ("at")`);
  }
}
