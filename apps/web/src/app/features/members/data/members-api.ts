import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type {
  AuthorityDto,
  ChangePassphraseDto,
  DeviceSessionDto,
  GuestViewDto,
  InviteDto,
  JoinDto,
  MemberDto,
  MembersDto,
  NetworkDto,
  NewInvitationDto,
  OpenedInvitationDto,
  PasskeyAnswerDto,
  PasskeyDto,
  PasskeysDto,
  SaveMemberDto,
  SessionDto,
  ShownPasskeyDto,
  SignInDto,
} from '@yewridge/contract/members';
import { API_BASE } from '@yewridge/contract/shared';
import type {
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser';
import { map, type Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';
import { beginsSession } from '../../../shared/session/begins-session';

/** Who may come in: members, links, devices, and the door for phones. Error: `ApiFailure`. */
@Injectable({ providedIn: 'root' })
export class MembersApi {
  readonly #http = inject(HttpClient);

  all(): Observable<MembersDto> {
    return this.#get<MembersDto>('members');
  }
  save(id: string, member: SaveMemberDto): Observable<MemberDto> {
    return this.#http.put<MemberDto>(`${API_BASE}/members/${id}`, member).pipe(failuresInWords());
  }
  remove(id: string, name: 'stays' | 'erased'): Observable<MemberDto> {
    return this.#http.delete<MemberDto>(`${API_BASE}/members/${id}`, { params: { name } }).pipe(failuresInWords());
  }
  renew(id: string): Observable<NewInvitationDto> {
    return this.#post<NewInvitationDto>(`members/${id}/renewal`, {});
  }
  invite(invitation: InviteDto): Observable<NewInvitationDto> {
    return this.#post<NewInvitationDto>('invitations', invitation);
  }
  revoke(id: string): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/invitations/${id}`).pipe(failuresInWords());
  }

  switchOn(owner: SignInDto): Observable<SessionDto> {
    return this.#http.put<SessionDto>(`${API_BASE}/access`, owner, beginsSession()).pipe(failuresInWords());
  }
  switchOff(): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/access`).pipe(failuresInWords());
  }
  changePassphrase(typed: ChangePassphraseDto): Observable<SessionDto> {
    return this.#http.put<SessionDto>(`${API_BASE}/session/passphrase`, typed, beginsSession()).pipe(failuresInWords());
  }
  passkeys(): Observable<PasskeysDto> {
    return this.#get<PasskeysDto>('session/passkeys');
  }
  askedNewPasskey(passphrase: string | null): Observable<PublicKeyCredentialCreationOptionsJSON> {
    return this.#post<PublicKeyCredentialCreationOptionsJSON>('session/passkeys/asked', { passphrase });
  }
  keepPasskey(made: PasskeyAnswerDto): Observable<PasskeyDto> {
    return this.#post<PasskeyDto>('session/passkeys', made);
  }
  removePasskey(id: string): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/session/passkeys/${id}`).pipe(failuresInWords());
  }
  askedPasskey(): Observable<PublicKeyCredentialRequestOptionsJSON> {
    return this.#post<PublicKeyCredentialRequestOptionsJSON>('session/passkey/asked', {});
  }
  showPasskey(shown: ShownPasskeyDto): Observable<SessionDto> {
    return this.#begun('session/passkey', shown);
  }
  devices(): Observable<readonly DeviceSessionDto[]> {
    return this.#get<{ readonly items: readonly DeviceSessionDto[] }>('sessions').pipe(map(({ items }) => items));
  }
  endDevice(id: string): Observable<unknown> {
    return this.#http.delete(`${API_BASE}/sessions/${id}`).pipe(failuresInWords());
  }

  opened(secret: string): Observable<OpenedInvitationDto> {
    return this.#post<OpenedInvitationDto>('invitations/opened', { secret });
  }
  join(typed: JoinDto): Observable<SessionDto> {
    return this.#begun('invitations/joined', typed);
  }
  visit(secret: string): Observable<SessionDto> {
    return this.#begun('invitations/visited', { secret });
  }
  guest(): Observable<GuestViewDto> {
    return this.#get<GuestViewDto>('guest');
  }

  network(): Observable<NetworkDto> {
    return this.#get<NetworkDto>('network');
  }
  letPhonesIn(open: boolean): Observable<NetworkDto> {
    return this.#http.put<NetworkDto>(`${API_BASE}/network`, { open }).pipe(failuresInWords());
  }
  authority(): Observable<AuthorityDto> {
    return this.#get<AuthorityDto>('network/authority');
  }

  #get<T>(path: string): Observable<T> {
    return this.#http.get<T>(`${API_BASE}/${path}`).pipe(failuresInWords());
  }
  #begun(path: string, body: object): Observable<SessionDto> {
    return this.#http.post<SessionDto>(`${API_BASE}/${path}`, body, beginsSession()).pipe(failuresInWords());
  }
  #post<T>(path: string, body: object): Observable<T> {
    return this.#http.post<T>(`${API_BASE}/${path}`, body).pipe(failuresInWords());
  }
}
