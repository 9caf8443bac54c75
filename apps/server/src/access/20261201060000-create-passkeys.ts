import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Passkeys of members. */
export class CreatePasskeys20261201060000 implements MigrationInterface {
  readonly name = 'CreatePasskeys20261201060000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "passkey" (
      "id" text PRIMARY KEY NOT NULL, "member_id" text NOT NULL, "public_key" text NOT NULL, "counter" integer NOT NULL,
      "device" text NOT NULL, "created_at_utc" text NOT NULL, "last_used_at_utc" text,
      CONSTRAINT "fk_passkey_member" FOREIGN KEY ("member_id") REFERENCES "member" ("id") ON DELETE RESTRICT)`);
    await runner.query(`CREATE INDEX "ix_passkey_member" ON "passkey" ("member_id")`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE "passkey"`);
  }
}
