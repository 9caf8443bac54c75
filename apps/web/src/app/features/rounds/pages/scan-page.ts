import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { PageHeader } from '../../../shared/layout/page-header';
import { roundsLink, trapLink, visitLink } from '../../../shared/routes/paths';
import { drawnOf, labelReader, trapOnLabel } from '../data/label-reader';
import { RoundsApi } from '../data/rounds-api';

/** So often a second the camera is looked through. */
const LOOKS_EVERY_MS = 150;

/** The camera finds a trap's label, and its visit form is open; a photo of the label does as well. */
@Component({
  selector: 'yw-scan-page',
  imports: [PageHeader, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Rounds">
      <a crumb [routerLink]="rounds">what is due</a>
      <span answer>Hold the label into the frame</span>
    </yw-page-header>
    <section class="sheet">
      @if (trouble(); as trouble) {
        <p role="alert">{{ trouble }}</p>
      }
      <video #eye muted playsinline aria-label="What the camera sees" [class.shut]="!seeing()"></video>
      @if (!seeing()) {
        <p class="dark">The camera is shut. Take a photo of the label, or open the trap from Rounds.</p>
      }
      <label class="button">
        Take a photo of the label
        <input
          #photo
          class="visually-hidden"
          type="file"
          accept="image/*"
          capture="environment"
          (change)="readPhoto(photo)"
        />
      </label>
      <p class="note">Pictures are looked through on this device and are not kept.</p>
    </section>
  `,
  styles: `
    section {
      max-width: 560px;
      padding: var(--s4);
    }
    video {
      display: block;
      width: 100%;
      max-height: 60vh;
      border: 2px solid var(--yew);
      background: #000;
      object-fit: cover;
    }
    .shut {
      display: none;
    }
    p[role='alert'] {
      margin: 0 0 var(--s3);
      border-left: 3px solid var(--clay);
      padding: 6px 10px;
      background: var(--clay-2);
    }
    .dark {
      margin: 0 0 var(--s3);
    }
    .button {
      display: inline-flex;
      align-items: center;
      min-height: 58px;
      margin-top: var(--s3);
      cursor: pointer;
    }
    .button:focus-within {
      outline: 2px solid var(--yew);
      outline-offset: 2px;
    }
    .note {
      margin: var(--s3) 0 0;
      color: var(--ink-2);
    }
  `,
})
export class ScanPage {
  readonly #api = inject(RoundsApi);
  readonly #router = inject(Router);
  protected readonly eye = viewChild.required<ElementRef<HTMLVideoElement>>('eye');
  readonly #reader = labelReader();
  protected readonly rounds = roundsLink();
  protected readonly seeing = signal(false);
  protected readonly trouble = signal<string | null>(null);
  #camera: MediaStream | null = null;
  #over = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.#over = true;
      this.#shut();
    });
    afterNextRender(() => {
      void this.#look();
    });
  }

  protected async readPhoto(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    try {
      const picture = drawnOf(await createImageBitmap(file));
      const text = picture && (await (await this.#reader)(picture));
      if (text === null)
        this.trouble.set('No label was found in this photo. Go closer, and let the whole square be in it.');
      else await this.#found(text);
    } catch {
      this.trouble.set('This file is no picture that can be read. Take a photo of the label.');
    }
  }

  async #look(): Promise<void> {
    try {
      this.#camera = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
    } catch {
      // Refused, none there, or a page without HTTPS: a photo does as well.
      return;
    }
    // Left while the device asked whether it may.
    if (this.#over) {
      this.#shut();
      return;
    }
    const eye = this.eye().nativeElement;
    eye.srcObject = this.#camera;
    await eye.play().catch(() => undefined);
    this.seeing.set(true);
    const read = await this.#reader;
    while (this.#isOpen()) {
      const picture = drawnOf(eye);
      const text = picture && (await read(picture));
      if (text !== null && (await this.#found(text))) return;
      await new Promise((later) => setTimeout(later, LOOKS_EVERY_MS));
    }
  }

  /** Asked anew each time: the page may have been left, or the camera taken away. */
  #isOpen(): boolean {
    return this.#camera?.active === true;
  }

  /** @returns whether it led somewhere. */
  async #found(text: string): Promise<boolean> {
    const trapId = trapOnLabel(text);
    if (trapId === null) {
      this.trouble.set('This is a code, but no label of a trap. Hold the label of the trap into the frame.');
      return false;
    }
    const due = await firstValueFrom(this.#api.due()).catch(() => null);
    if (!due) {
      this.trouble.set('The traps could not be looked up: neither the computer nor this device has them just now.');
      return false;
    }
    this.#shut();
    const stay = due.traps.find((trap) => trap.trapId === trapId);
    // One that hangs nowhere has its page, where it can be hung from.
    return this.#router.navigate([...(stay ? visitLink(stay.deploymentId) : trapLink(trapId))]);
  }

  #shut(): void {
    for (const track of this.#camera?.getTracks() ?? []) track.stop();
    this.#camera = null;
  }
}
