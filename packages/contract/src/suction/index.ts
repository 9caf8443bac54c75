export {
  type BatteryReadingDto,
  FREEZE_REASONS,
  type FreezeReason,
  type FreezeRigDto,
  type GateSettingDto,
  LEAST_BLEED_PORT_SHUT,
  MANOMETER_STOP,
  type ManometerReadingDto,
  type RigDto,
  type RigPageDto,
  type RigVersionDto,
  type SaveRigDto,
} from './rig-dto.js';
