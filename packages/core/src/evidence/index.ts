export {
  ARRIVALS,
  BAIT_POLICIES,
  type SpellOptions,
  type SpellReason,
  type SpellRecords,
  type TrapSpell,
  trapSpells,
} from './trap-spells.js';
