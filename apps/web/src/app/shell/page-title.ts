import { inject, Injectable } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { type RouterStateSnapshot, TitleStrategy } from '@angular/router';

/** `Bench, Yewridge`: the place first, as tabs are cut off at the end. */
@Injectable({ providedIn: 'root' })
export class PageTitle extends TitleStrategy {
  readonly #title = inject(Title);

  override updateTitle(snapshot: RouterStateSnapshot): void {
    const place = this.buildTitle(snapshot);
    this.#title.setTitle(place ? `${place}, Yewridge` : 'Yewridge');
  }
}
