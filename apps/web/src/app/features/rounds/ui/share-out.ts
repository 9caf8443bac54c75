import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { HandDto } from '@yewridge/contract/members';
import { RECORD_TABLES } from '@yewridge/contract/season';
import { PickList } from '../../../shared/fields/pick';
import { type Share, shareWords } from '../data/errand-words';

export interface Given {
  readonly hand: HandDto;
  readonly note: string;
}

/** The day's round among members: how far each is, and traps that are ticked given to somebody. */
@Component({
  selector: 'yw-share-out',
  imports: [MatFormFieldModule, MatInputModule, PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shares().length > 0) {
      <ul class="sheet" aria-label="The round, shared out">
        @for (share of shares(); track share.memberId) {
          <li>
            <strong>{{ words(share) }}</strong>
            @if (share.note) {
              <span>“{{ share.note }}”</span>
            }
            @if (hands().length > 0) {
              <button type="button" class="quiet" (click)="takenBack.emit(share)">
                Take back<span class="visually-hidden"> from {{ share.name }}</span>
              </button>
            }
          </li>
        }
      </ul>
    }
    @if (hands().length > 0) {
      @if (choosing()) {
        <div class="sheet give">
          <p>{{ says() }}</p>
          <yw-pick label="To whom" unsaid="to whom" [options]="options()" [value]="to()" (chosen)="to.set($event)" />
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <input
              #note
              matInput
              aria-label="What you hand over"
              placeholder="key under the stone"
              [attr.maxlength]="most"
            />
          </mat-form-field>
          <button type="button" class="button filled" (click)="give(note.value)">Give them</button>
          <button type="button" class="quiet" (click)="choose.emit(false)">Leave it</button>
          @if (problem(); as problem) {
            <p class="fault" role="alert">{{ problem }}</p>
          }
        </div>
      } @else {
        <p><button type="button" class="quiet" (click)="choose.emit(true)">Share the round out</button></p>
      }
    }
  `,
  styles: `
    ul,
    .give {
      margin: 0 0 var(--s3);
      padding: var(--s2) var(--s3);
    }
    ul {
      list-style: none;
    }
    li,
    .give {
      display: flex;
      flex-wrap: wrap;
      gap: 4px var(--s3);
      align-items: center;
    }
    li {
      min-height: 32px;
    }
    li span {
      color: var(--ink-2);
    }
    p {
      margin: 0 0 var(--s2);
    }
    .give p {
      margin: 0;
    }
    .fault {
      flex: 1 0 100%;
      color: var(--clay);
    }
    /* Stays in sight while traps far down are ticked. */
    .give {
      position: sticky;
      z-index: 2;
      top: 0;
    }
    @media (max-width: 720px) {
      .give > * {
        flex: 1 0 100%;
      }
      .give .button {
        min-height: 58px;
      }
    }
  `,
})
export class ShareOut {
  readonly shares = input.required<readonly Share[]>();
  /** Who can be given something; nobody may give where there is none. */
  readonly hands = input.required<readonly HandDto[]>();
  readonly choosing = input.required<boolean>();
  /** Traps that are ticked. */
  readonly count = input.required<number>();
  readonly choose = output<boolean>();
  readonly given = output<Given>();
  readonly takenBack = output<Share>();

  protected readonly most = RECORD_TABLES.errands.note.most;
  protected readonly words = shareWords;
  protected readonly to = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly options = computed(() => this.hands().map(({ id, name }) => ({ id, name })));
  protected readonly says = computed(() => {
    const count = this.count();
    if (count === 0) return 'Tick the traps below.';
    return count === 1 ? '1 trap goes to' : `${count} traps go to`;
  });

  protected give(note: string): void {
    const hand = this.hands().find(({ id }) => id === this.to());
    this.problem.set(this.count() === 0 ? 'Tick a trap first.' : hand ? null : 'Say to whom.');
    if (hand && this.count() > 0) this.given.emit({ hand, note });
  }
}
