import type { FileResult } from '@/core/calibration';
import type { InjectorLibrary } from '@/core/injectorLibrary';
import type { EcuDescription } from '@/core/pins';
import type { PartResult } from './files/readParts';

export type { PartResult };

/** What can be read out of a file's text. */
export interface FileReaders {
  calibration(text: string): FileResult;
  ecu(text: string): PartResult<EcuDescription>;
  injectorLibrary(text: string): PartResult<InjectorLibrary>;
  mapBlock(text: string): PartResult<string>;
}
