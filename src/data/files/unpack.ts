import { strFromU8, unzipSync } from 'fflate';

/** Begins every ZIP file. */
const ZIP_MARK = [0x50, 0x4b] as const;

/** True for what begins as a package does. */
export function isPackage(bytes: Uint8Array): boolean {
  return bytes[0] === ZIP_MARK[0] && bytes[1] === ZIP_MARK[1];
}

/**
 * The text of the calibration in a package; null where there is none, it is larger than allowed, or the package is damaged.
 * Nothing else in it is unpacked.
 */
export function calibrationIn(bytes: Uint8Array, mostBytes: number): string | null {
  try {
    const found = unzipSync(bytes, {
      filter: ({ name, originalSize }) => name.endsWith('.lumbre.json') && originalSize <= mostBytes,
    });
    const [first] = Object.values(found);
    return first === undefined ? null : strFromU8(first);
  } catch {
    return null;
  }
}
