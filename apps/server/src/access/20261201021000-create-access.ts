import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Members, their devices and invitations, in a file of their own: no backup and no copy of the records holds them. */
export class CreateAccess20261201021000 implements MigrationInterface {
  readonly name = 'CreateAccess20261201021000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE "member" (
      "id" text PRIMARY KEY NOT NULL, "name" text, "name_key" text, "role" text NOT NULL, "sees_people" boolean NOT NULL,
      "passphrase" text, "created_at_utc" text NOT NULL, "removed_at_utc" text,
      CONSTRAINT "ck_member_role" CHECK (role IN ('owner', 'keeper', 'helper')),
      CONSTRAINT "ck_member_name" CHECK (length(name) BETWEEN 1 AND 60))`);
    await runner.query(`CREATE UNIQUE INDEX "ux_member_name" ON "member" ("name_key")`);
    await runner.query(`CREATE TABLE "invitation" (
      "id" text PRIMARY KEY NOT NULL, "secret_sha256" text NOT NULL, "role" text NOT NULL, "note" text NOT NULL,
      "renews" text, "created_at_utc" text NOT NULL, "expires_at_utc" text NOT NULL, "over_at_utc" text,
      CONSTRAINT "ck_invitation_role" CHECK (role IN ('owner', 'keeper', 'helper', 'guest')),
      CONSTRAINT "fk_invitation_member" FOREIGN KEY ("renews") REFERENCES "member" ("id") ON DELETE RESTRICT)`);
    await runner.query(`CREATE UNIQUE INDEX "ux_invitation_secret" ON "invitation" ("secret_sha256")`);
    await runner.query(`CREATE TABLE "session" (
      "id" text PRIMARY KEY NOT NULL, "secret_sha256" text NOT NULL, "former_sha256" text, "renewed_at_utc" text NOT NULL,
      "renew" boolean NOT NULL, "member_id" text, "invitation_id" text, "device" text NOT NULL,
      "created_at_utc" text NOT NULL, "last_seen_at_utc" text NOT NULL,
      CONSTRAINT "ck_session_whose" CHECK ((member_id IS NULL) <> (invitation_id IS NULL)),
      CONSTRAINT "fk_session_member" FOREIGN KEY ("member_id") REFERENCES "member" ("id") ON DELETE RESTRICT,
      CONSTRAINT "fk_session_invitation" FOREIGN KEY ("invitation_id") REFERENCES "invitation" ("id") ON DELETE RESTRICT)`);
    await runner.query(`CREATE UNIQUE INDEX "ux_session_secret" ON "session" ("secret_sha256")`);
    await runner.query(`CREATE INDEX "ix_session_former" ON "session" ("former_sha256")`);
    await runner.query(`CREATE INDEX "ix_session_member" ON "session" ("member_id")`);
    await runner.query(`CREATE TABLE "access" (
      "id" text PRIMARY KEY NOT NULL, "is_on" boolean NOT NULL, "lets_phones_in" boolean NOT NULL,
      CONSTRAINT "ck_access_one" CHECK (id = 'access'))`);
    await runner.query(`INSERT INTO "access" ("id", "is_on", "lets_phones_in") VALUES ('access', 0, 0)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['access', 'session', 'invitation', 'member']) await runner.query(`DROP TABLE "${table}"`);
  }
}
