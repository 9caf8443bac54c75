import { Check, Column, Entity, ForeignKey, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm';
import { TrapEntity } from './trap-entity.js';

/** A sensor or a weather station. A stand-in has no key; of a key only the digest is kept. */
@Entity({ name: 'device' })
@Check('ck_device_kind', "kind IN ('trapSensor', 'weatherStation')")
@Check('ck_device_name', 'length(name) BETWEEN 1 AND 80')
@Check('ck_device_key', 'simulated = (key_sha256 IS NULL)')
@Check('ck_device_trap', "(kind = 'trapSensor') = (trap_id IS NOT NULL)")
export class DeviceEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  kind!: string;

  @Column({ type: 'text' })
  name!: string;

  @Index('ix_device_trap')
  @ForeignKey(() => TrapEntity, { name: 'fk_device_trap', onDelete: 'RESTRICT' })
  @Column({ type: 'text', name: 'trap_id', nullable: true })
  trapId!: string | null;

  @Column({ type: 'boolean' })
  simulated!: boolean;

  @Column({ type: 'text', name: 'key_sha256', nullable: true })
  keySha256!: string | null;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'removed_at_utc', nullable: true })
  removedAt!: string | null;
}

/** What a trap's sensor told, once a device and instant; written once. */
@Entity({ name: 'device_reading' })
@Check('ck_device_reading_per_min', 'per_min BETWEEN 0 AND 1000')
@Check('ck_device_reading_inside_c', 'inside_c BETWEEN -60 AND 90')
@Check('ck_device_reading_mass_kg', 'mass_kg BETWEEN 0 AND 200')
@Check('ck_device_reading_source', "source IN ('measured', 'simulated')")
@Index('ux_device_reading_once', ['deviceId', 'instant'], { unique: true })
export class DeviceReadingEntity {
  @PrimaryGeneratedColumn({ name: 'seq' })
  seq!: number;

  @ForeignKey(() => DeviceEntity, { name: 'fk_device_reading_device', onDelete: 'RESTRICT' })
  @Column({ type: 'text', name: 'device_id' })
  deviceId!: string;

  @Column({ type: 'text' })
  at!: string;

  @Column({ type: 'text', name: 'at_utc' })
  instant!: string;

  @Column({ type: 'real', name: 'per_min', nullable: true })
  perMin!: number | null;

  @Column({ type: 'real', name: 'inside_c', nullable: true })
  insideC!: number | null;

  @Column({ type: 'real', name: 'mass_kg', nullable: true })
  massKg!: number | null;

  @Column({ type: 'text' })
  source!: 'measured' | 'simulated';

  @Column({ type: 'text', name: 'received_at_utc' })
  receivedAt!: string;
}

/** A calendar that may be read by whoever knows its secret, until it is revoked. */
@Entity({ name: 'calendar_key' })
@Check('ck_calendar_key_name', 'length(name) BETWEEN 1 AND 80')
@Index('ux_calendar_key_secret', ['secretSha256'], { unique: true })
export class CalendarKeyEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text', name: 'secret_sha256' })
  secretSha256!: string;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'last_read_at_utc', nullable: true })
  lastReadAt!: string | null;

  @Column({ type: 'text', name: 'revoked_at_utc', nullable: true })
  revokedAt!: string | null;

  /** Whose it is; `null` for one that was made while nobody signed in. */
  @Column({ type: 'text', name: 'member_id', nullable: true })
  memberId!: string | null;
}

/** Where the demo's clock stands; one row. */
@Entity({ name: 'demo_clock' })
@Check('ck_demo_clock_one', "id = 'demo'")
export class DemoClockEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text', name: 'at_utc' })
  at!: string;
}
