import { inject, Injectable, signal } from '@angular/core';
import {
  type Content,
  cycled,
  type Design,
  type DesignEntrance,
  type DesignGap,
  type DesignSection,
  type Dispute,
  type DoorShape,
  type FitOption,
  type GapPlace,
  HANGING_DEFAULTS,
  type PartRef,
  type SchoolChoice,
  type Shape,
} from '@yewridge/core/bench';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { valueAt } from '../../../shared/documents/value-at';
import * as edits from './design-edits';
import type { HangingChoice } from './design-edits';
import { DesignEditorStore } from './design-editor-store';
import type { Mend } from './readings-view';

const TYPED_TEXTS = new Set(['name', 'label', 'note']);

/** Sums of steps in floating point are no sizes to keep. */
const MICROMETRE = 1e-6;
const HANGING_SIZES: Readonly<Record<string, number>> = HANGING_DEFAULTS;

interface Change {
  readonly part: string;
  readonly field: string;
  readonly value: unknown;
}

/** What a keeper does to the open design, and the part he is at. Every act is one step of undo. */
@Injectable()
export class DesignCommands {
  readonly #store = inject(DesignEditorStore);
  readonly #toast = inject(UndoToast);

  readonly chosen = signal<PartRef | null>(null);
  #pulled: { readonly id: string; readonly field: string; readonly from: number } | null = null;

  change({ part, field, value }: Change): void {
    // Strokes into one field are one step of undo; each choice from a list is a step of its own.
    const typed = typeof value === 'number' || TYPED_TEXTS.has(field);
    this.#store.edit((design) => edits.changed(design, part, field, value), typed ? `${part}:${field}` : null);
  }

  /** A part of the drawing was clicked: a frame becomes the next kind, anything else is opened. */
  pick(ref: PartRef): void {
    const { id, frame } = ref;
    if (frame === undefined) {
      this.chosen.set(ref);
      return;
    }
    this.arrange(id, (contents) => cycled(contents, frame));
  }

  /** A dimension on the drawing is pulled: its field follows, `by` m from where it was taken. */
  pull({ id, field = '' }: PartRef, by: number): void {
    const design = this.#store.document();
    if (!design) return;
    if (this.#pulled?.id !== id || this.#pulled.field !== field) {
      const from = valueAt(design, edits.pathOfPart(design, id) + field);
      this.#pulled = { id, field, from: typeof from === 'number' ? from : (HANGING_SIZES[field] ?? 0) };
    }
    const value = Math.round((this.#pulled.from + by) / MICROMETRE) * MICROMETRE;
    // What a board cannot be is not reached by pulling; typing it says why.
    if (value > 0) this.change({ part: id, field, value });
  }

  release(how: 'kept' | 'given back'): void {
    const pulled = this.#pulled;
    this.#pulled = null;
    if (pulled && how === 'given back') this.change({ part: pulled.id, field: pulled.field, value: pulled.from });
    this.#store.closeStep();
  }

  arrange(id: string, how: (contents: readonly Content[]) => readonly Content[]): void {
    this.replaceSection(id, (section) => ({ ...section, contents: how(section.contents) }));
  }

  /** @param how is told the section as it is by then, so that two quick taps are two. */
  replaceSection(id: string, how: (section: DesignSection) => DesignSection): void {
    this.#store.edit((design) => ({
      ...design,
      sections: design.sections.map((one) => (one.id === id ? how(one) : one)),
    }));
  }

  replaceEntrance(entrance: DesignEntrance): void {
    this.#store.edit((design) => ({
      ...design,
      entrances: design.entrances.map((one) => (one.id === entrance.id ? entrance : one)),
    }));
  }

  replaceGap(gap: DesignGap): void {
    this.#store.edit((design) => ({
      ...design,
      gaps: (design.gaps ?? []).map((one) => (one.id === gap.id ? gap : one)),
    }));
  }

  addSection(kind: Shape['kind']): void {
    this.#add((design) => edits.addSection(design, kind), kind === 'measured' ? 'shape.volume' : 'shape.height');
  }

  addEntrance(kind: DoorShape['kind']): void {
    const field = kind === 'slot' || kind === 'notch' ? 'opening.width' : 'opening.diameter';
    this.#add((design) => edits.addEntrance(design, kind), field);
  }

  addGap({ place, label }: { readonly place: GapPlace; readonly label: string }): void {
    this.#add((design) => edits.addGap(design, place, label));
  }

  duplicate(id: string): void {
    this.#add((design) => edits.duplicateSection(design, id));
  }

  move({ id, to }: { readonly id: string; readonly to: number }): void {
    this.#store.edit((design) => edits.moveSection(design, id, to));
  }

  removeSection(id: string): void {
    this.#store.edit((design) => edits.removeSection(design, id));
    this.#undoable('Section removed');
  }

  removeEntrance(id: string): void {
    this.#store.edit((design) => edits.removeEntrance(design, id));
    this.#undoable('Door removed');
  }

  removeGap(id: string): void {
    this.#store.edit((design) => edits.removeGap(design, id));
    this.#undoable('Opening removed');
  }

  /** Another way of hanging, or `none`; what the keeper read off the label stays. */
  hang({ nth, style }: HangingChoice): void {
    this.#store.edit((design) => edits.withHanging(design, nth, style));
  }

  school({ dispute, choice }: { readonly dispute: Dispute; readonly choice: SchoolChoice | undefined }): void {
    const same = this.#store.document()?.schools?.[dispute]?.school === choice?.school;
    this.#store.edit((design) => edits.changed(design, 'schools', dispute, choice), same ? `schools:${dispute}` : null);
  }

  fit({ option, act }: { readonly option: FitOption; readonly act: string }): void {
    this.#store.edit(() => option.design);
    this.chosen.set({ id: option.id });
    this.#undoable(`Done: ${act.replace(/^Make it [^:]+: /, '')}`);
  }

  mend({ design, act }: Mend): void {
    // A mend of the design of a moment ago would take back what was changed since.
    if (this.#store.judged()?.document !== this.#store.shown()?.document) return;
    this.#store.edit(() => design);
    this.#undoable(`Done: ${act}`);
  }

  #add(add: (design: Design) => { readonly design: Design; readonly id: string }, field?: string): void {
    const design = this.#store.document();
    if (!design) return;
    const added = add(design);
    this.#store.edit(() => added.design);
    this.chosen.set({ id: added.id, ...(field === undefined ? {} : { field }) });
  }

  #undoable(message: string): void {
    const before = this.#store.document();
    this.#toast.show(message, () => {
      if (this.#store.document() === before) this.#store.undo();
    });
  }
}
