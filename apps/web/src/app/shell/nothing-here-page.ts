import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PageHeader } from '../shared/layout/page-header';
import { benchLink } from '../shared/routes/paths';

@Component({
  selector: 'yw-nothing-here-page',
  imports: [PageHeader, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Yewridge"><span answer>There is nothing at this address</span></yw-page-header>
    <p>The link may be old or mistyped. <a [routerLink]="bench">Go to the Bench</a></p>
  `,
})
export class NothingHerePage {
  protected readonly bench = benchLink();
}
