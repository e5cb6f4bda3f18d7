/** How the letters of a file are written. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** So many of every other byte are nothing where letters take two. */
const HALF_EMPTY = 0.3;

/** How a file is written, by its first bytes, and how many of them only say so. */
export function encodingOf(bytes: Uint8Array): { readonly encoding: Encoding; readonly skip: number } {
  const [a, b, c] = bytes;
  if (a === 0xef && b === 0xbb && c === 0xbf) return { encoding: 'utf-8', skip: 3 };
  if (a === 0xff && b === 0xfe) return { encoding: 'utf-16le', skip: 2 };
  if (a === 0xfe && b === 0xff) return { encoding: 'utf-16be', skip: 2 };
  const empty = [0, 0];
  bytes.forEach((byte, i) => {
    if (byte === 0) empty[i % 2] = (empty[i % 2] as number) + 1;
  });
  const [even, odd] = empty as [number, number];
  if (odd > HALF_EMPTY * bytes.length) return { encoding: 'utf-16le', skip: 0 };
  if (even > HALF_EMPTY * bytes.length) return { encoding: 'utf-16be', skip: 0 };
  return { encoding: isUtf8(bytes) ? 'utf-8' : 'windows-1252', skip: 0 };
}

/** Whether bytes can be UTF-8; a letter that is cut off at their end may be. */
function isUtf8(bytes: Uint8Array): boolean {
  for (let i = 0; i < bytes.length; i += 1) {
    const byte = bytes[i] as number;
    const more = byte < 0x80 ? 0 : byte >> 5 === 6 ? 1 : byte >> 4 === 14 ? 2 : byte >> 3 === 30 ? 3 : -1;
    if (more < 0) return false;
    for (let k = 1; k <= more && i + k < bytes.length; k += 1) {
      if ((bytes[i + k] as number) >> 6 !== 2) return false;
    }
    i += more;
  }
  return true;
}
