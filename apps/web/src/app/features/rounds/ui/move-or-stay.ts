import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { groundLink, hangLink, nextLink } from '../../../shared/routes/paths';
import type { MoveSaid } from '../data/move-words';

/** What is said of a trap nobody comes to, and the way on. */
@Component({
  selector: 'yw-move-or-stay',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<section class="sheet" aria-labelledby="move-or-stay">
    <h2 id="move-or-stay">{{ said().head }}</h2>
    <p>{{ said().says }}</p>
    @if (said().to; as to) {
      <a class="button" [routerLink]="links.hang" [queryParams]="{ trap: trapId(), site: to.id }">Hang it there</a>
      <a class="button" [routerLink]="links.ground" [queryParams]="{ site: to.id }">See it on the map</a>
    } @else {
      <a class="button" [routerLink]="links.next">Next season</a>
    }
  </section>`,
  styles: `
    section {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      margin-bottom: var(--s3);
      padding: 8px 12px;
    }
    h2,
    p {
      flex: 1 1 100%;
      margin: 0;
    }
    h2 {
      font-size: 18px;
    }
    p {
      font-size: var(--t-s);
    }
  `,
})
export class MoveOrStay {
  readonly said = input.required<MoveSaid>();
  readonly trapId = input.required<string>();
  protected readonly links = { hang: hangLink(), ground: groundLink(), next: nextLink() };
}
