import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Design,
  fromStandard,
  HIVE_STANDARD_IDS,
  hiveStandard,
  type HiveStandardId,
  insideSection,
  sectionGeometry,
  SHAPE_KINDS,
  type Shape,
  STARTING_POINTS,
  type StartingPoint,
  startingPoint,
} from '@yewridge/core/bench';
import { readDesignFile } from '../../../shared/documents/design-file';
import { PageHeader } from '../../../shared/layout/page-header';
import { benchLink } from '../../../shared/routes/paths';
import { figureText, sizesText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { withValue, valueAt } from '../../../shared/documents/value-at';
import { DesignActions } from '../data/design-actions';
import { changeShape, newDesign } from '../data/design-edits';
import { commonScale, layoutMiniature } from '../../../shared/drawing/drawing-layout';
import { sectionFields } from '../data/fields';
import { judge } from '../data/judged';
import { SHAPE_NAMES } from '../data/names';
import { STARTING_WORDS } from '../data/setup-words';
import { gradeText } from '../data/suitability-view';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { FieldList } from '../../../shared/fields/field-list';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
import { MINIATURE, Miniature } from '../ui/miniature';
import type { Field, PartChange } from '../../../shared/fields/field';
import { TapePicture } from '../ui/tape-picture';

const POINTS = STARTING_POINTS.map((id) => {
  const design = startingPoint(id);
  return { id, design, judged: judge(design), words: STARTING_WORDS[id] };
});

/** Where a design begins: a trap keepers build, a hive standard, or the box that stands there. */
@Component({
  selector: 'yw-start-page',
  imports: [PageHeader, RouterLink, HatchDefs, Miniature, ChoiceLine, FieldList, TapePicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './start-page.html',
  styleUrl: './start-page.scss',
})
export class StartPage {
  protected readonly bench = benchLink();
  protected readonly system = inject(UnitChoice).system;
  readonly #actions = inject(DesignActions);
  protected readonly fileSays = signal('');

  protected readonly size = MINIATURE;
  protected readonly shapes = Object.fromEntries(SHAPE_KINDS.map((kind) => [kind, SHAPE_NAMES[kind]]));
  protected readonly standards = Object.fromEntries(HIVE_STANDARD_IDS.map((id) => [id, hiveStandard({ id }).name]));
  protected readonly points = computed(() =>
    POINTS.map(({ id, design, judged, words }) => ({
      id,
      name: design.name,
      words,
      views: judged
        ? layoutMiniature(
            judged.drawing,
            { left: 0, top: 4, width: MINIATURE.width, height: MINIATURE.height - 12 },
            commonScale([judged.drawing], MINIATURE.width - 12, MINIATURE.height - 18),
          )
        : [],
      figures: judged
        ? [
            `${figureText(judged.readings.room.gross, 'volume', this.system())} gross`,
            judged.readings.door.area > 0
              ? `${figureText(judged.readings.door.area, 'area', this.system())} door`
              : 'closed',
            `${figureText(judged.load.empty.mass, 'mass', this.system())} empty`,
            judged.suitability ? gradeText(judged.suitability.score) : 'no trap',
          ].join(' · ')
        : '',
    })),
  );

  protected readonly standard = signal<HiveStandardId>('langstroth-10-deep');
  protected readonly standardWords = computed(() => {
    const { length, width, height, frames, certainty, note } = hiveStandard({ id: this.standard() });
    const sure = {
      high: 'agreed to about 2 mm',
      medium: 'makers differ by 3–6 mm: measure yours',
      low: 'the frame is better known than the box: measure yours',
    }[certainty];
    const held = frames === 0 ? 'bars' : `${frames} frames`;
    return `${sizesText([length, width, height], this.system())} inside, ${held}; ${sure}${note === '' ? '' : ` (${note})`}.`;
  });

  protected readonly mine = signal<Design>(newDesign('box', 'My box'));
  protected readonly section = computed(() => this.mine().sections[0]);
  /** The sizes that decide what it holds; walls can follow later. */
  protected readonly fields = computed<readonly Field[]>(() => {
    const section = this.section();
    return section ? sectionFields(section).filter(({ path }) => path.startsWith('shape')) : [];
  });
  protected readonly at = signal<string | null>(null);
  protected readonly holds = computed(() => {
    const section = this.section();
    try {
      return section ? figureText(sectionGeometry(insideSection(section)).volume, 'volume', this.system()) : '';
    } catch {
      return null;
    }
  });

  protected begin(id: StartingPoint): void {
    this.#actions.create(startingPoint(id));
  }

  protected beginStandard(): void {
    this.#actions.create(fromStandard(this.standard()));
  }

  protected chooseStandard(id: string): void {
    this.standard.set(id as HiveStandardId);
  }

  protected chooseShape(kind: string): void {
    const fresh = newDesign(kind as Shape['kind'], 'My box');
    const [section] = this.mine().sections;
    const shaped = section ? changeShape(section, kind as Shape['kind']) : fresh.sections[0];
    this.mine.set({ ...fresh, sections: shaped ? [shaped] : fresh.sections });
    this.at.set(null);
  }

  protected measure({ field, value }: PartChange): void {
    this.mine.update((design) => withValue(design, `sections[0].${field}`, value));
  }

  protected beginMine(): void {
    this.#actions.create(this.mine());
  }

  protected valueOf(field: string): unknown {
    return valueAt(this.section(), field);
  }

  /** What stands in it is judged by the server, field by field; the file itself here. */
  protected async open(box: HTMLInputElement): Promise<void> {
    const [file] = box.files ?? [];
    box.value = '';
    if (!file) return;
    const read = await readDesignFile(file);
    this.fileSays.set(read.ok ? '' : read.sentence);
    if (read.ok) this.#actions.create(read.design);
  }
}
