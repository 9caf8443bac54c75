import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { optionsOf, PickList } from '../../../shared/fields/pick';
import { siteLink } from '../../../shared/routes/paths';
import { LANDMARK_NAMES, SHADE_NAMES } from '../../../shared/season/season-words';
import type { SpotSaid } from '../data/next-acts';
import type { NextPlace, Stance } from '../data/next-asked';
import { swarmsText } from '../data/next-words';

/** One place of the plan: what comes to it and from where, and what the keeper says of it. */
@Component({
  selector: 'yw-place-card',
  imports: [MatFormFieldModule, MatInputModule, PickList, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>{{ place().name }}</h2>
      <button type="button" class="button small" (click)="closed.emit()">Close</button>
    </header>
    <p>
      @if (figure() !== null) {
        <strong>{{ figureText() }}</strong>
      }
      {{ state() }}
    </p>
    @if (flows().length > 0) {
      <ul aria-label="From where">
        @for (flow of flows(); track flow.id) {
          <li>
            <span>{{ flow.name }}</span> <b>{{ text(flow.swarms) }}</b>
          </li>
        }
      </ul>
    }
    <div class="acts">
      @if (stance(); as said) {
        <button type="button" class="button" (click)="letGo.emit()">
          {{ said.stance === 'pinned' ? 'Let go' : 'Allow it again' }}
        </button>
        @if (said.stance === 'barred') {
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <mat-label>Why</mat-label>
            <input #why matInput maxlength="200" [value]="said.reason ?? ''" (change)="reason.emit(why.value.trim())" />
          </mat-form-field>
        }
      } @else if (place().permission !== 'refused') {
        <button type="button" class="button" (click)="stood.emit('pinned')">Pin it</button>
        <button type="button" class="button" (click)="stood.emit('barred')">Bar it</button>
      }
      @if (place().kind === 'site') {
        <a class="button" [routerLink]="record()">The record</a>
      }
      @if (place().kind === 'spot') {
        <mat-form-field appearance="outline" subscriptSizing="dynamic">
          <mat-label>Name</mat-label>
          <input #name matInput maxlength="80" [value]="place().name" (change)="rename(name.value.trim())" />
        </mat-form-field>
        <yw-pick
          label="Kind of place"
          unsaid="kind of place"
          [options]="landmarks"
          [value]="place().landmark ?? null"
          (chosen)="sayLandmark($event)"
        />
        <yw-pick
          label="Shade"
          unsaid="shade"
          [options]="shades"
          [value]="place().shade ?? null"
          (chosen)="sayShade($event)"
        />
        <button type="button" class="button" (click)="gone.emit()">Think of it no more</button>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      padding: 8px 12px;
      border-bottom: 1px solid var(--rule-2);
    }
    header,
    li {
      display: flex;
      gap: 8px;
      align-items: baseline;
      justify-content: space-between;
    }
    h2 {
      font-size: 18px;
    }
    p,
    ul {
      margin: 0 0 6px;
      padding: 0;
      font-size: var(--t-s);
      list-style: none;
    }
    b {
      color: var(--catch);
    }
    .small {
      min-height: 26px;
      padding: 0 8px;
      font-size: var(--t-s);
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
    }
    mat-form-field {
      flex: 1 1 100%;
    }
    yw-pick {
      flex: 1 1 130px;
    }
  `,
})
export class PlaceCard {
  readonly place = input.required<NextPlace>();
  readonly state = input.required<string>();
  /** Swarms a season; `null` while nobody knows. */
  readonly figure = input.required<number | null>();
  readonly chosen = input.required<boolean>();
  readonly stance = input.required<Stance | null>();
  readonly flows = input<readonly { readonly id: string; readonly name: string; readonly swarms: number }[]>([]);
  readonly closed = output();
  readonly stood = output<Stance['stance']>();
  readonly letGo = output();
  readonly reason = output<string>();
  readonly gone = output();
  /** What a place that is thought of is like. */
  readonly said = output<SpotSaid>();

  protected readonly landmarks = optionsOf(LANDMARK_NAMES);
  protected readonly shades = optionsOf(SHADE_NAMES);

  protected readonly text = swarmsText;
  protected readonly record = computed(() => siteLink(this.place().id));
  protected readonly figureText = computed(() => {
    const figure = swarmsText(this.figure() ?? 0);
    return this.chosen() ? `${figure} swarms a season,` : `would add ${figure},`;
  });

  protected rename(name: string): void {
    if (name !== '' && name !== this.place().name) this.said.emit({ name });
  }
  protected sayLandmark(landmark: string): void {
    this.said.emit({ landmark: landmark as Fields<'spots'>['landmark'] });
  }
  protected sayShade(shade: string): void {
    this.said.emit({ shade: shade as Fields<'spots'>['shade'] });
  }
}
