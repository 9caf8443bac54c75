import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import { KeptValue } from '../../../shared/fields/kept-value';
import { readPlace, shownPlace } from '../../../shared/season/place-said';
import { PickList } from '../../../shared/fields/pick';

type Said = Partial<Pick<Fields<'catches'>, 'siteId' | 'place' | 'placeLat' | 'placeLon'>>;
const NONE = '';

/** Where a swarm hung: at or near a site of ours, by coordinates, or by the name of the place alone. */
@Component({
  selector: 'yw-swarm-place',
  imports: [PickList, KeptValue],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="line"
      ><span>at or near the site</span>
      <yw-pick
        label="at or near the site"
        [options]="sitesOrNone()"
        [value]="place().siteId ?? ''"
        (chosen)="pick($event)"
    /></label>
    <label class="line"
      ><span>place</span>
      <input
        #name
        type="text"
        [maxLength]="most"
        [ywKept]="place().place ?? ''"
        [keptOf]="place()"
        (change)="said.emit({ place: name.value.trim() === '' ? null : name.value.trim() })"
        placeholder="behind the bakery"
    /></label>
    <label class="line"
      ><span>coordinates</span>
      <input
        #where
        type="text"
        spellcheck="false"
        [value]="typed()"
        (input)="typed.set(where.value)"
        (change)="leave()"
        [attr.aria-invalid]="fault() !== null"
    /></label>
    @if (fault(); as words) {
      <p role="alert">{{ words }}</p>
    }
  `,
  styleUrl: '../../../shared/fields/part-line.scss',
})
export class SwarmPlace {
  readonly place = input.required<Said>();
  readonly sites = input.required<readonly RecordDto<'sites'>[]>();
  readonly said = output<Said>();

  protected readonly sitesOrNone = computed(() => [{ id: NONE, name: 'none of ours' }, ...this.sites()]);
  protected readonly most = RECORD_TABLES.catches.place.most;
  readonly #kept = computed(() => {
    const { placeLat = null, placeLon = null } = this.place();
    return shownPlace({ lat: placeLat, lon: placeLon });
  });
  /** Only another place takes away what is being typed. */
  protected readonly typed = linkedSignal(() => this.#kept());
  protected readonly fault = computed(() => {
    const read = readPlace(this.typed());
    return read.ok ? null : read.sentence;
  });

  protected pick(id: string): void {
    this.said.emit({ siteId: id === NONE ? null : id });
  }

  protected leave(): void {
    const read = readPlace(this.typed());
    if (read.ok) this.said.emit({ placeLat: read.place.lat, placeLon: read.place.lon });
  }
}
