import { type Design, type DesignEntrance, type DesignGap, type DesignSection, hangingsOf } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import equal from 'fast-deep-equal';
import { figureText } from '../../../shared/units/format';
import { valueText } from '../../../shared/units/parse';
import { valueAt } from '../../../shared/documents/value-at';
import { BOARD_FIELDS, entranceFields, sectionFields, TARGET_FIELD } from './fields';
import type { Field } from '../../../shared/fields/field';
import { contentsInWords, DISC_NAMES, DOOR_NAMES, FACE_NAMES, MATERIAL_NAMES, SHAPE_NAMES } from './names';
import { hangingFields } from './setup-fields';
import {
  DISPUTE_WORDS,
  FIELD_WORDS,
  HANGING_NAMES,
  JOINT_NAMES,
  SCHOOL_WORDS,
  SECURED_NAMES,
  SOURCE_NAMES,
} from './setup-words';

/** What differs between two designs, in words a keeper would say at the bench; sizes in the reader's units. */

function sizes(name: string, before: unknown, after: unknown, fields: readonly Field[], system: UnitSystem): string[] {
  return fields.flatMap(({ path, label, kind }) => {
    const [from, to] = [valueAt(before, path), valueAt(after, path)];
    if (from === to) return [];
    const text = (value: unknown): string => (typeof value === 'number' ? valueText(value, kind, system) : 'none');
    return [`${name}: ${label.toLowerCase()} ${text(from)} → ${text(to)}`];
  });
}

function said(name: string, what: string, from: string, to: string): string[] {
  return from === to
    ? []
    : [`${name}: ${what === '' ? '' : `${what} `}${from === '' ? 'none' : from} → ${to === '' ? 'none' : to}`];
}

const called = ({ label }: { readonly label: string }, otherwise: string): string =>
  label === '' ? otherwise : `“${label}”`;

function sectionChanges(before: DesignSection, after: DesignSection, system: UnitSystem): string[] {
  const name = called(after, 'section');
  const shape = before.shape.kind !== after.shape.kind;
  return [
    ...said('name', '', called(before, 'section'), name),
    ...said(name, '', SHAPE_NAMES[before.shape.kind], SHAPE_NAMES[after.shape.kind]),
    ...said(name, 'taped', before.sizes, after.sizes),
    ...(shape ? [] : sizes(name, before, after, sectionFields(after), system)),
    ...said(name, 'holds', contentsInWords(before.contents), contentsInWords(after.contents)),
    ...said(name, 'corners', JOINT_NAMES[before.joint ?? 'butt'], JOINT_NAMES[after.joint ?? 'butt']),
    ...said(name, 'is', SOURCE_NAMES[before.source ?? 'usual'], SOURCE_NAMES[after.source ?? 'usual']),
    ...said(name, 'frames held by', SECURED_NAMES[before.secured ?? 'none'], SECURED_NAMES[after.secured ?? 'none']),
  ];
}

function entranceChanges(before: DesignEntrance, after: DesignEntrance, system: UnitSystem): string[] {
  const name = called(after, 'door');
  const kind = before.opening.kind !== after.opening.kind;
  const turned = ({ opening }: DesignEntrance): string => (opening.kind === 'disc' ? DISC_NAMES[opening.position] : '');
  return [
    ...said(name, '', DOOR_NAMES[before.opening.kind], DOOR_NAMES[after.opening.kind]),
    ...(kind ? [] : sizes(name, before, after, entranceFields(after), system)),
    ...said(name, 'turned to', turned(before), turned(after)),
    ...said(name, 'in the', FACE_NAMES[before.face], FACE_NAMES[after.face]),
  ];
}

function gapChanges(before: DesignGap, after: DesignGap): string[] {
  return equal(before, after) ? [] : [`${called(after, 'opening')}: changed`];
}

interface Part {
  readonly id: string;
  readonly label: string;
}

/** Parts added, taken out and changed, matched by their id. */
function listChanges<T extends Part>(
  what: string,
  before: readonly T[],
  after: readonly T[],
  changes: (before: T, after: T) => readonly string[],
): string[] {
  const gone = before.filter(({ id }) => !after.some((one) => one.id === id));
  return [
    ...gone.map((one) => `${what} ${called(one, '')} taken out`),
    ...after.flatMap((one) => {
      const old = before.find(({ id }) => id === one.id);
      return old ? changes(old, one) : [`${what} ${called(one, '')} added`];
    }),
  ];
}

function order(before: readonly Part[], after: readonly Part[]): string[] {
  const kept = (list: readonly Part[], other: readonly Part[]): string =>
    list
      .map(({ id }) => id)
      .filter((id) => other.some((one) => one.id === id))
      .join();
  return kept(before, after) === kept(after, before) ? [] : ['The stack is in another order'];
}

function setupChanges(before: Design, after: Design, system: UnitSystem): string[] {
  const style = (design: Design): string =>
    hangingsOf(design)
      .map((one) => HANGING_NAMES[one.style])
      .join(' and ');
  const limit = (design: Design): string =>
    design.load
      ? `${figureText(design.load.limit, 'mass', system)}, swarm ${figureText(design.load.swarm, 'mass', system)}`
      : '';
  const same = before.hanging && after.hanging?.style === before.hanging.style ? after.hanging : undefined;
  const schools = (Object.keys(DISPUTE_WORDS) as (keyof typeof DISPUTE_WORDS)[]).flatMap((dispute) => {
    const name = (design: Design): string => {
      const school = design.schools?.[dispute]?.school ?? 'field';
      return school === 'field' ? FIELD_WORDS[dispute] : SCHOOL_WORDS[school].name;
    };
    return said(`School, ${DISPUTE_WORDS[dispute].toLowerCase()}`, '', name(before), name(after));
  });
  return [
    ...said('Hanging', '', style(before), style(after)),
    ...(same && after.hanging ? sizes('Hanging', before.hanging, same, hangingFields(same), system) : []),
    ...said('Lifted', '', limit(before), limit(after)),
    ...schools,
  ];
}

export function differences(before: Design, after: Design, system: UnitSystem): readonly string[] {
  return [
    ...said('Name', '', before.name, after.name),
    ...said('Made of', '', MATERIAL_NAMES[before.material], MATERIAL_NAMES[after.material]),
    ...sizes('Whole', before, after, [TARGET_FIELD, ...BOARD_FIELDS.roof, ...BOARD_FIELDS.floor], system),
    ...listChanges('Section', before.sections, after.sections, (a, b) => sectionChanges(a, b, system)),
    ...order(before.sections, after.sections),
    ...listChanges('Door', before.entrances, after.entrances, (a, b) => entranceChanges(a, b, system)),
    ...listChanges('Opening', before.gaps ?? [], after.gaps ?? [], gapChanges),
    ...setupChanges(before, after, system),
  ];
}
