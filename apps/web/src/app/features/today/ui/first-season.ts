import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatStepperModule } from '@angular/material/stepper';
import { RouterLink } from '@angular/router';
import type { FirstSeasonDto } from '@yewridge/contract/today';
import { firstSteps, OTHER_WAYS } from '../data/first-season';

/** The first season as a list: what is done, and what comes next. Any step may be opened and gone first. */
@Component({
  selector: 'yw-first-season',
  imports: [MatStepperModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="sheet" aria-labelledby="first-season">
      <h2 id="first-season">Your first season</h2>
      <mat-stepper orientation="vertical" [selectedIndex]="next()">
        <ng-template matStepperIcon="done"
          ><svg viewBox="0 0 16 16" aria-hidden="true"><path d="M3 8.500l3.500 3.500L13 4.500" /></svg
        ></ng-template>
        <ng-template matStepperIcon="edit" let-index="index">{{ index + 1 }}</ng-template>
        @for (step of steps(); track step.id) {
          <mat-step
            [label]="step.name"
            [completed]="step.done"
            [state]="step.done ? 'done' : 'number'"
            [editable]="true"
          >
            <p>{{ step.why }}</p>
            <a class="button" [class.filled]="!step.done" [routerLink]="step.link">{{ step.action }}</a>
          </mat-step>
        }
      </mat-stepper>
      <div class="or">
        <h3>Or without a trap</h3>
        <p>
          A swarm on a branch, or bees in a wall:
          <a [routerLink]="ways.collect.link">{{ ways.collect.name }}</a>, or
          <a [routerLink]="ways.suction.link">{{ ways.suction.name.toLowerCase() }}</a> first.
        </p>
        <h3>Or look around first</h3>
        <p>
          Started with <code>npm run demo</code>, Yewridge shows four seasons of a made-up group of keepers. Your own
          records stay apart from it.
        </p>
      </div>
    </section>
  `,
  styles: `
    section {
      padding: var(--s4) var(--s4) var(--s4);
    }
    h2 {
      font-size: var(--t-xl);
    }
    h3 {
      margin: 0 0 2px;
      font: 600 var(--t-m) var(--head);
    }
    p {
      max-width: 60ch;
      margin: 0 0 10px;
      color: var(--ink-2);
    }
    svg {
      width: 14px;
      height: 14px;
      fill: none;
      stroke: currentcolor;
      stroke-width: 2;
    }
    .or {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px var(--s4);
      margin-top: var(--s3);
      padding-top: var(--s3);
      border-top: 1px solid var(--rule);
    }
    .or p {
      margin: 0;
    }
    code {
      font-family: inherit;
      font-weight: 600;
    }
    @media (max-width: 720px) {
      section {
        padding: var(--s3);
      }
      .or {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class FirstSeason {
  readonly first = input.required<FirstSeasonDto>();
  protected readonly ways = OTHER_WAYS;
  protected readonly steps = computed(() => firstSteps(this.first()));
  protected readonly next = computed(() =>
    Math.max(
      0,
      this.steps().findIndex(({ done }) => !done),
    ),
  );
}
