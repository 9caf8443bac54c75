import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { SizeFieldHarness } from '../units/size-field-harness';

/** One column of a record, as a keeper says it. */
export class RecordFieldHarness extends ComponentHarness {
  static hostSelector = 'yw-record-field';

  static with({ label }: { readonly label: string }): HarnessPredicate<RecordFieldHarness> {
    return new HarnessPredicate(RecordFieldHarness, {}).addOption('label', label, async (one, wanted) =>
      HarnessPredicate.stringMatches(one.getLabel(), wanted),
    );
  }

  async getLabel(): Promise<string> {
    const label = (await this.locatorForOptional('.row > span')()) ?? (await this.locatorFor('label')());
    return (await label.text()).trim();
  }

  /** Types it and leaves the field. */
  async type(text: string): Promise<void> {
    const day = await this.locatorForOptional(MatDatepickerInputHarness)();
    if (day) {
      await day.setValue(text);
      await day.blur();
      return;
    }
    const figure = await this.locatorForOptional(SizeFieldHarness)();
    if (figure) {
      await figure.type(text);
      await figure.leave();
      return;
    }
    const line = await this.locatorFor(MatInputHarness)();
    await line.setValue(text);
    await (await line.host()).dispatchEvent('change');
    await line.blur();
  }

  async choose(text: string): Promise<void> {
    await (await this.locatorFor(MatSelectHarness)()).clickOptions({ text });
  }

  async getChosen(): Promise<string> {
    return (await this.locatorFor(MatSelectHarness)()).getValueText();
  }

  async getChoices(): Promise<readonly string[]> {
    const list = await this.locatorFor(MatSelectHarness)();
    await list.open();
    const options = await list.getOptions();
    const words = await Promise.all(options.map((option) => option.getText()));
    await list.close();
    return words;
  }

  /** What is said against what stands there. */
  async getFault(): Promise<string | null> {
    const alert = await this.locatorForOptional('[role=alert]')();
    return alert ? (await alert.text()).trim() : null;
  }
}
