import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RISKS } from '@yewridge/contract/season';
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { LANDMARK_NAMES, SHADE_NAMES } from '../../../shared/season/season-words';
import { HOW_NAMES, PERMISSION_NAMES, RISK_NAMES, WEEKDAY_NAMES } from '../data/ground-words';
import { readPlace, shownPlace } from '../../../shared/season/place-said';
import { listed, type SiteFields, toggled } from '../data/site-draft';
import { type Option, optionsOf } from '../../../shared/fields/pick';

const ALL_DAYS = ['0', '1', '2', '3', '4', '5', '6'] as const;

/** The fields of a site; each change is said at once. */
@Component({
  selector: 'yw-site-form',
  imports: [MatCheckboxModule, MatFormFieldModule, MatInputModule, KeptFields],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './site-form.html',
  styleUrl: './site-form.scss',
})
export class SiteForm {
  readonly site = input.required<SiteFields>();
  readonly owners = input<readonly Option[]>([]);
  readonly changed = output<Partial<SiteFields>>();
  readonly newOwner = output<string>();

  protected readonly lines: Readonly<Record<'name' | 'find' | 'sizes' | 'notes', readonly KeptLine<'sites'>[]>> = {
    name: [{ field: 'name', says: 'name' }],
    find: [
      { field: 'landmark', says: 'landmark', choices: optionsOf(LANDMARK_NAMES) },
      { field: 'landmarkNote', says: 'how to find it' },
      { field: 'shade', says: 'light', choices: optionsOf(SHADE_NAMES) },
    ],
    sizes: [
      { field: 'heightUsedM', says: 'height used' },
      { field: 'elevationM', says: 'above the sea' },
      { field: 'waterM', says: 'to water' },
      { field: 'effort', says: 'effort of a visit' },
    ],
    notes: [{ field: 'notes', says: 'notes' }],
  };
  protected readonly permission = computed((): readonly KeptLine<'sites'>[] => [
    { field: 'permission', says: 'permission', choices: optionsOf(PERMISSION_NAMES) },
    { field: 'permissionHow', says: 'given', choices: optionsOf(HOW_NAMES) },
    { field: 'permissionOn', says: 'said on' },
    { field: 'permissionUntil', says: 'until' },
    { field: 'ownerId', says: 'owner', choices: this.owners(), unsaid: 'not known' },
  ]);
  protected readonly risks = RISKS.map((id) => ({ id, name: RISK_NAMES[id] }));
  protected readonly days = ALL_DAYS.map((id) => ({ id, name: (WEEKDAY_NAMES[Number(id)] ?? '').slice(0, 2) }));
  /** Only another place takes away what is being typed; another name does not. */
  readonly #keptPlace = computed(() => shownPlace(this.site()));
  protected readonly typedPlace = linkedSignal(() => this.#keptPlace());
  protected readonly placeFault = computed(() => {
    const read = readPlace(this.typedPlace());
    return read.ok ? null : read.sentence;
  });

  protected typePlace(text: string): void {
    this.typedPlace.set(text);
  }

  /** Only when the keeper leaves the field: half a coordinate is another place. */
  protected leavePlace(): void {
    const read = readPlace(this.typedPlace());
    if (read.ok && shownPlace(read.place) !== shownPlace(this.site())) this.changed.emit(read.place);
  }

  protected has(list: string | null, word: string): boolean {
    return listed(list, word);
  }

  protected toggleRisk(word: string): void {
    this.changed.emit({ risks: toggled(this.site().risks, word, RISKS) });
  }

  /** No day said means any day. */
  protected allows(day: string): boolean {
    const { accessWeekdays } = this.site();
    return accessWeekdays === null || listed(accessWeekdays, day);
  }

  protected toggleDay(day: string): void {
    const days = toggled(this.site().accessWeekdays ?? ALL_DAYS.join(','), day, ALL_DAYS);
    this.changed.emit({ accessWeekdays: days === ALL_DAYS.join(',') ? null : days });
  }
}
