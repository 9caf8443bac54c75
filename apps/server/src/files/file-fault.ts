import type { FaultDto } from '@yewridge/contract/files';

/** A file that cannot be read any further. */
export class FileFault extends Error {
  constructor(readonly fault: FaultDto) {
    super(fault.message);
    this.name = 'FileFault';
  }
}
