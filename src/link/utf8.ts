/** Part of every engine that runs us, and of no library that types are taken from here. */
declare class TextEncoder {
  encode(text: string): Uint8Array;
}
declare class TextDecoder {
  decode(bytes: Uint8Array): string;
}

/** A text as bytes of UTF-8. */
export function utf8Of(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}

/** The text of bytes of UTF-8; what is none becomes the sign for that. */
export function textOf(bytes: Uint8Array): string {
  return new TextDecoder().decode(bytes);
}
