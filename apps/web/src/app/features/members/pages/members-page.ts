import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { MembersDto, NetworkDto, NewInvitationDto, PasskeysDto, SignInDto } from '@yewridge/contract/members';
import { concatMap, exhaustMap, finalize, map, type Observable, of, Subject, tap } from 'rxjs';
import { sayingWhy } from '../../../shared/http/api-failure';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { SessionStore } from '../../../shared/session/session-store';
import { viewFor } from '../../../shared/season/view-store';
import { LEAVE } from '../data/leave';
import { momentWords, ROLE_SAYS } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { ChangePassphrase } from '../ui/change-passphrase';
import { TakenOver } from '../ui/taken-over';
import { DeviceList } from '../ui/device-list';
import { InviteForm } from '../ui/invite-form';
import { LeaveDevice } from '../ui/leave-device';
import { type MemberChange, type MemberGoes, MemberTable } from '../ui/member-table';
import { NameAndPassphrase } from '../ui/name-and-passphrase';
import { NewLink } from '../ui/new-link';
import { OwnPasskeys } from '../ui/own-passkeys';
import { PhonesIn } from '../ui/phones-in';

interface Owned {
  readonly members: MembersDto;
  readonly network: NetworkDto;
}

/** Who may come in: nobody but whoever sits here, or members with what each may do. */
@Component({
  selector: 'yw-members-page',
  imports: [
    ChangePassphrase,
    TakenOver,
    PageHeader,
    Waiting,
    Failed,
    DeviceList,
    InviteForm,
    LeaveDevice,
    MemberTable,
    NameAndPassphrase,
    NewLink,
    OwnPasskeys,
    PhonesIn,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './members-page.html',
  styleUrls: ['./members-page.scss', '../ui/line-list.scss'],
})
export class MembersPage {
  readonly #api = inject(MembersApi);
  readonly #leave = inject(LEAVE);
  protected readonly session = inject(SessionStore);
  protected readonly off = computed(() => this.session.session()?.access !== 'on');
  readonly #owns = computed(() => !this.off() && this.session.isOwner());
  /** Of an owner; anybody else is not told. */
  protected readonly view = viewFor(this.#owns, (owns) =>
    owns
      ? this.#api
          .all()
          .pipe(
            concatMap((members) => this.#api.network().pipe(map((network): Owned | null => ({ members, network })))),
          )
      : of<Owned | null>(null),
  );
  /** One's own ways in. */
  protected readonly ways = viewFor(
    computed(() => !this.off()),
    (on) => (on ? this.#api.passkeys() : of<PasskeysDto | null>(null)),
    { of: [] },
  );
  protected readonly answer = computed(() => {
    if (this.off()) return 'Whoever sits at this computer does everything';
    const who = this.session.who();
    const count = this.view.data()?.members.members.filter(({ removedAt }) => removedAt === null).length;
    if (count !== undefined) return count === 1 ? 'You are the only member so far' : `${count} members come in here`;
    return who ? `${who.name ?? 'You'}: ${who.role}` : 'Members';
  });
  protected readonly roleSays = computed(() => ROLE_SAYS[this.session.who()?.role ?? 'guest']);
  protected readonly roles = (['owner', 'keeper', 'helper', 'guest'] as const).map((id) => ({
    name: id,
    says: ROLE_SAYS[id],
  }));
  protected readonly links = computed(() =>
    (this.view.data()?.members.invitations ?? []).map(({ id, role, note, expiresAt }) => ({
      id,
      says: `${note === '' ? 'Somebody' : note}, as a ${role}, until ${momentWords(expiresAt)}`,
    })),
  );
  protected readonly renewal = signal<NewInvitationDto | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly sureOff = signal(false);
  protected readonly on$ = new Subject<SignInDto>();
  /** One after the other: a role and a box ticked right after it are both meant. */
  readonly #does = new Subject<Observable<unknown>>();

  constructor() {
    this.on$
      .pipe(
        exhaustMap((owner) => {
          this.busy.set(true);
          return this.#api.switchOn(owner).pipe(
            sayingWhy(this.problem),
            finalize(() => {
              this.busy.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((session) => {
        this.session.begun(session);
      });
    this.#does
      .pipe(
        concatMap((work) =>
          work.pipe(
            sayingWhy(this.problem),
            // What was refused is shown as it is kept.
            finalize(() => {
              this.view.reload();
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  protected save({ id, ...member }: MemberChange): void {
    this.#does.next(this.#api.save(id, member));
  }
  protected remove({ id, name }: MemberGoes): void {
    this.#does.next(this.#api.remove(id, name));
  }
  protected revoke(id: string): void {
    this.#does.next(this.#api.revoke(id));
  }
  protected renew(id: string): void {
    this.#does.next(
      this.#api.renew(id).pipe(
        tap((made) => {
          this.renewal.set(made);
        }),
      ),
    );
  }
  protected switchOff(): void {
    this.#does.next(
      this.#api.switchOff().pipe(
        tap(() => {
          this.#leave('/');
        }),
      ),
    );
  }
}
