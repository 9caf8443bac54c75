/** Colours and type of a chart, read from the tokens of the page: ECharts itself does not know CSS. */
export interface ChartTheme {
  readonly color: string[];
  readonly textStyle: { readonly fontFamily: string; readonly color: string };
  readonly ink: string;
  readonly quiet: string;
  readonly rule: string;
  readonly sheet: string;
  readonly yew: string;
  readonly yewTint: string;
  readonly clay: string;
  readonly clayTint: string;
  readonly catch: string;
}

export function chartTheme(root: HTMLElement): ChartTheme {
  const style = getComputedStyle(root);
  const token = (name: string): string => style.getPropertyValue(name).trim();
  return {
    color: ['--yew', '--air', '--catch', '--clay', '--heat'].map(token),
    textStyle: { fontFamily: token('--text'), color: token('--ink') },
    ink: token('--ink'),
    quiet: token('--ink-2'),
    rule: token('--rule'),
    sheet: token('--sheet'),
    yew: token('--yew'),
    yewTint: token('--yew-2'),
    clay: token('--clay'),
    clayTint: token('--clay-2'),
    catch: token('--catch'),
  };
}
