import { strFromU8, unzipSync } from 'fflate';
import { ABOUT_NAME, GARAGE_ABOUT_NAME } from './packageNames';

/** Begins every ZIP file. */
const ZIP_MARK = [0x50, 0x4b] as const;

/** True for what begins as a package does. */
export async function isPackage(file: Blob): Promise<boolean> {
  const [first, second] = new Uint8Array(await file.slice(0, ZIP_MARK.length).arrayBuffer());
  return first === ZIP_MARK[0] && second === ZIP_MARK[1];
}

/** What a package has in it. */
export interface Unpacked {
  /** The text of its calibration. */
  readonly text: string;
  /** There is a log beside it. */
  readonly hasLog: boolean;
}

/**
 * The calibration in a package; null where there is none, it is larger than allowed, or the package is damaged. Nothing
 * else in it is unpacked.
 */
export function calibrationIn(bytes: Uint8Array, mostBytes: number): Unpacked | null {
  let hasLog = false;
  try {
    const found = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name === ABOUT_NAME) hasLog = true;
        return name.endsWith('.lumbre.json') && originalSize <= mostBytes;
      },
    });
    const [first] = Object.values(found);
    return first === undefined ? null : { text: strFromU8(first), hasLog };
  } catch {
    return null;
  }
}

/** True for everything of a garage, which is taken in another place. */
export function isGarage(bytes: Uint8Array): boolean {
  let isOne = false;
  try {
    unzipSync(bytes, {
      filter: ({ name }) => {
        isOne ||= name === GARAGE_ABOUT_NAME;
        return false;
      },
    });
  } catch {
    return false;
  }
  return isOne;
}
