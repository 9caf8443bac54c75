declare module 'pino-roll' {
  import type { SonicBoom, SonicBoomOpts } from 'sonic-boom';

  /** A stream into numbered files; a file that has reached its size is followed by the next. */
  export default function roll(
    options: SonicBoomOpts & {
      readonly file: string;
      readonly size: string;
      readonly extension: string;
      readonly limit: { readonly count: number; readonly removeOtherLogFiles: boolean };
    },
  ): Promise<SonicBoom>;
}
