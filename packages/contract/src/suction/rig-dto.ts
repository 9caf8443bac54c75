import type { Rig } from '@yewridge/core/suction';
import type { KeptDto, KeptPageDto, SaveKeptDto } from '../shared/kept-dto.js';

/** A bee vacuum as the server keeps it. */
export type RigDto = KeptDto<Rig>;
export type SaveRigDto = SaveKeptDto<Rig>;
export type RigPageDto = KeptPageDto<Rig>;

export const FREEZE_REASONS = ['kept', 'before-calibration', 'calibrated'] as const;
/** Why a rig was kept as a version. */
export type FreezeReason = (typeof FREEZE_REASONS)[number];

/** A rig as it once was. Written once. */
export interface RigVersionDto {
  readonly version: number;
  readonly document: Rig;
  readonly frozenAt: string;
  readonly reason: FreezeReason;
}

export interface FreezeRigDto {
  /** The revision that is meant. */
  readonly revision: number;
  readonly reason: FreezeReason;
}

/** How the rig stands while an instrument is read. */
export interface GateSettingDto {
  /** Share of the plate's travel, 0..1. */
  readonly opening: number;
  readonly portClosed: boolean;
}

/** One reading of a manometer in the box, streamed as it comes. */
export interface ManometerReadingDto extends GateSettingDto {
  readonly count: number;
  /** UTC instant. */
  readonly at: string;
  /** Pa. */
  readonly boxUnderPressure: number;
  /** m/s, mean over the bore; `null` with the port shut. */
  readonly nozzleSpeed: number | null;
  /** Always said on the screen. */
  readonly simulated: boolean;
  /** Above 2 kPa: stop, open the bleed. */
  readonly stop: boolean;
}

/** One reading of a battery's monitor while the rig runs: a minute of it each. */
export interface BatteryReadingDto {
  readonly minute: number;
  readonly volt: number;
  /** State of charge, 0..1; `null` where the monitor does not know. */
  readonly soc: number | null;
  /** The pack has switched itself off. */
  readonly cutoff: boolean;
  readonly simulated: boolean;
}

/** Pa in an empty box at which a keeper must stop. */
export const MANOMETER_STOP = 2000;
/** The bleed stays at least this far open while the port is shut. */
export const LEAST_BLEED_PORT_SHUT = 0.3;
