import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { FILE_TABLES, type FilePlanDto } from '@yewridge/contract/files';
import { Caution } from '../../../shared/layout/caution';
import { cellsOf, FigureTable } from '../../../shared/layout/figure-table';
import { distanceText } from '../../../shared/units/format';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { canTake, faultPlace, kindWords, planWords, sizeWords, TABLE_NAMES_SAID, tableName } from '../data/file-words';
import { PickList } from '../../../shared/fields/pick';

/** What taking a file in would do, before anything is done. */
@Component({
  selector: 'yw-plan-sheet',
  imports: [FigureTable, MatRadioModule, MatCheckboxModule, PickList, Caution],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-sheet.html',
  styleUrl: './plan-sheet.scss',
})
export class PlanSheet {
  readonly file = input.required<{ readonly name: string; readonly size: number }>();
  readonly plan = input.required<FilePlanDto>();
  readonly without = input.required<ReadonlySet<number>>();
  readonly mode = input.required<string>();
  readonly system = input.required<UnitSystem>();
  readonly busy = input(false);
  /** How far the taking in has come. */
  readonly progress = input('');
  readonly taken = output();
  readonly left = output();
  readonly tableChosen = output<string>();
  readonly modeChosen = output<string>();
  readonly placeToggled = output<number>();

  protected readonly tables = FILE_TABLES.map((table) => ({ id: table, name: TABLE_NAMES_SAID[table] }));
  protected readonly kind = computed(() => kindWords(this.plan()));
  protected readonly says = computed(() => planWords(this.plan()));
  protected readonly ready = computed(() => canTake(this.plan()));
  protected readonly size = computed(() => sizeWords(this.file().size));
  protected readonly faults = computed(() => {
    const { faults, kind } = this.plan();
    return cellsOf(
      faults.map(({ column, message, ...fault }) => ({
        where: faultPlace({ column, message, ...fault }, kind),
        column,
        message,
      })),
    );
  });
  protected readonly counts = computed(() =>
    this.plan()
      .counts.filter(({ held, inFile }) => held + inFile > 0)
      .map(({ table, held, inFile }) => ({
        cells: { name: tableName(table), held: `${held}`, inFile: { text: `${inFile}`, bad: inFile < held } },
      })),
  );
  protected readonly changes = computed(() =>
    cellsOf(
      this.plan().differences.map(({ id, column, before, after }) => ({
        id,
        column,
        before: before === '' ? 'not said' : before,
        after: after === '' ? 'not said' : after,
      })),
    ),
  );
  protected readonly faultColumns = [
    { id: 'where', name: 'where' },
    { id: 'column', name: 'column' },
    { id: 'message', name: 'what is wrong' },
  ];
  protected readonly changeColumns = [
    { id: 'id', name: 'row' },
    { id: 'column', name: 'column' },
    { id: 'before', name: 'from' },
    { id: 'after', name: 'to' },
  ];
  protected readonly countColumns = [
    { id: 'name', name: 'table' },
    { id: 'held', name: 'kept here now', figure: true },
    { id: 'inFile', name: 'in the backup', figure: true },
  ];
  protected readonly places = computed(() =>
    this.plan().places.map((place) => ({
      ...place,
      at: `${place.lat.toFixed(5)}, ${place.lon.toFixed(5)}`,
      twin: place.near ? `${distanceText(place.near.metres, this.system())} from ${place.near.name}` : '',
      wanted: !this.without().has(place.row),
    })),
  );
  protected readonly takeWords = computed(() => {
    switch (this.plan().kind) {
      case 'backup':
        return 'Replace everything with it';
      case 'sheet':
        return 'Put it under the map';
      default:
        return 'Load it';
    }
  });
}
