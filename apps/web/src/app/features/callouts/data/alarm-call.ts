import { Injectable, signal } from '@angular/core';

const PULSE_MS = [300, 120, 300];
const TONE_HZ = 880;
const TONE_S = 0.35;

/** Calls a keeper who does not look: by vibration, and by a tone where that was asked for. */
@Injectable({ providedIn: 'root' })
export class AlarmCall {
  readonly #sound = signal(false);
  readonly sound = this.#sound.asReadonly();
  #audio: AudioContext | null = null;

  /** By touch, as browsers want it before anything may sound. */
  setSound(on: boolean): void {
    this.#sound.set(on);
    if (on) this.#audio ??= new AudioContext();
  }

  call(): void {
    if ('vibrate' in navigator) navigator.vibrate(PULSE_MS);
    if (!this.#sound() || !this.#audio) return;
    const tone = this.#audio.createOscillator();
    tone.frequency.value = TONE_HZ;
    tone.connect(this.#audio.destination);
    tone.start();
    tone.stop(this.#audio.currentTime + TONE_S);
  }
}
