import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import { KeptValue } from '../../../shared/fields/kept-value';
import { readPlace, shownPlace } from '../../../shared/season/place-said';

type Said = Partial<Pick<Fields<'catches'>, 'siteId' | 'place' | 'placeLat' | 'placeLon'>>;
const NONE = '';

/** Where a swarm hung: at or near a site of ours, by coordinates, or by the name of the place alone. */
@Component({
  selector: 'yw-swarm-place',
  imports: [KeptValue],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      >at or near the site
      <select #site [value]="place().siteId ?? ''" (change)="pick(site.value)">
        <option value="" [selected]="!place().siteId">none of ours</option>
        @for (one of sites(); track one.id) {
          <option [value]="one.id" [selected]="place().siteId === one.id">{{ one.name }}</option>
        }
      </select></label
    >
    <label
      >place
      <input
        #name
        [maxLength]="most"
        [ywKept]="place().place ?? ''"
        [keptOf]="place()"
        (change)="said.emit({ place: name.value.trim() === '' ? null : name.value.trim() })"
        placeholder="behind the bakery"
    /></label>
    <label
      >coordinates
      <input
        #where
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
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    label {
      display: grid;
      grid-template-columns: minmax(0, 1fr) var(--choice-width, 128px);
      align-items: center;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    input,
    select {
      box-sizing: border-box;
      width: 100%;
      min-height: 36px;
      padding: 0 8px;
      border: 1px solid var(--edge);
      border-radius: 0;
      background: var(--sheet);
      color: var(--ink);
    }
    p {
      margin: 0;
      color: var(--clay);
    }
    @media (max-width: 720px) {
      label {
        grid-template-columns: minmax(0, 1fr) 200px;
      }
      input,
      select {
        min-height: 44px;
      }
    }
  `,
})
export class SwarmPlace {
  readonly place = input.required<Said>();
  readonly sites = input.required<readonly RecordDto<'sites'>[]>();
  readonly said = output<Said>();

  protected readonly most = RECORD_TABLES.catches.place.most;
  protected readonly typed = linkedSignal(() => {
    const { placeLat = null, placeLon = null } = this.place();
    return shownPlace({ lat: placeLat, lon: placeLon });
  });
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
