import { pageOf, type PageColumn } from '@/core/logPages';

const TEXT_BYTES = 0x2000;

/** Columns as text to be kept: a page of them, compressed, in base 64. */
export async function packed(columns: readonly PageColumn[]): Promise<string> {
  return base64Of(await through(pageOf(columns), new CompressionStream('deflate-raw')));
}

/** The page in a text. @throws {Error} where the text is damaged. */
export async function unpacked(text: string): Promise<Uint8Array> {
  return through(bytesOf(text), new DecompressionStream('deflate-raw'));
}

async function through(
  bytes: Uint8Array<ArrayBuffer>,
  stream: CompressionStream | DecompressionStream,
): Promise<Uint8Array<ArrayBuffer>> {
  const writer = stream.writable.getWriter();
  // What goes wrong on the way in comes out at the other end.
  void writer.write(bytes).catch(() => undefined);
  void writer.close().catch(() => undefined);
  return new Uint8Array(await new Response(stream.readable).arrayBuffer());
}

/** Where the browser has it: a page of its own code is slower. */
type WithBase64 = Uint8Array & { readonly toBase64?: () => string };
const { fromBase64 } = Uint8Array as unknown as {
  readonly fromBase64?: (text: string) => Uint8Array<ArrayBuffer>;
};

function base64Of(bytes: WithBase64): string {
  if (bytes.toBase64 !== undefined) return bytes.toBase64();
  let text = '';
  for (let i = 0; i < bytes.length; i += TEXT_BYTES) {
    text += String.fromCharCode(...bytes.subarray(i, i + TEXT_BYTES));
  }
  return btoa(text);
}

function bytesOf(text: string): Uint8Array<ArrayBuffer> {
  if (fromBase64 !== undefined) return fromBase64.call(Uint8Array, text);
  const binary = atob(text);
  const bytes = new Uint8Array(binary.length);
  for (let i = 0; i < binary.length; i += 1) bytes[i] = binary.charCodeAt(i);
  return bytes;
}
