import { readCalibration } from './files/readCalibration';
import { readMapBlock } from './files/readMap';
import { readEcu, readInjectorLibrary } from './files/readParts';
import type { FileReaders } from './readFileProtocol';

/** Every reader; none throws, whatever the text is. */
export const fileReaders: FileReaders = {
  calibration: readCalibration,
  ecu: readEcu,
  injectorLibrary: readInjectorLibrary,
  mapBlock: readMapBlock,
};
