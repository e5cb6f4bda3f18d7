import { inflateSync } from 'node:zlib';

/**
 * The text in a PDF that Chromium printed, stroke by stroke: each font's table of characters is read, and what is shown in
 * that font is looked up in it. Of no use for PDFs that others make.
 */
export function pdfText(bytes: Buffer): string {
  const raw = bytes.toString('latin1');
  const objects = new Map<string, { head: string; stream: string }>();
  for (const match of raw.matchAll(/(\d+) 0 obj([\s\S]*?)endobj/g)) {
    const [, id = '', body = ''] = match;
    const at = body.indexOf('stream');
    const head = at < 0 ? body : body.slice(0, at);
    objects.set(id, {
      head,
      stream: at < 0 ? '' : streamOf(bytes, match.index + match[0].indexOf('stream'), head),
    });
  }
  const tables = new Map<string, Map<string, string>>();
  for (const [id, { head }] of objects) {
    const unicode = /\/ToUnicode (\d+) 0 R/.exec(head)?.[1];
    if (unicode !== undefined) tables.set(id, tableOf(objects.get(unicode)?.stream ?? ''));
  }
  const fonts = new Map<string, Map<string, string>>();
  for (const [, { head }] of objects) {
    for (const [, name = '', id = ''] of head.matchAll(/\/(F\d+) (\d+) 0 R/g)) {
      const table = tables.get(id);
      if (table !== undefined) fonts.set(name, table);
    }
  }
  return [...objects.values()].map(({ stream }) => shown(stream, fonts)).join('\n');
}

function streamOf(bytes: Buffer, at: number, head: string): string {
  const length = Number(/\/Length (\d+)/.exec(head)?.[1] ?? 0);
  const from = at + 'stream'.length + (bytes[at + 6] === 0x0d ? 2 : 1);
  const content = bytes.subarray(from, from + length);
  if (!head.includes('/FlateDecode')) return content.toString('latin1');
  try {
    return inflateSync(content).toString('latin1');
  } catch {
    return '';
  }
}

/** Code to character, of a font's table. */
function tableOf(cmap: string): Map<string, string> {
  const table = new Map<string, string>();
  const text = (hex: string) => Buffer.from(hex, 'hex').swap16().toString('utf16le');
  for (const [, block = ''] of cmap.matchAll(/beginbfchar([\s\S]*?)endbfchar/g)) {
    for (const [, code = '', to = ''] of block.matchAll(/<([0-9A-Fa-f]+)> <([0-9A-Fa-f]+)>/g)) {
      table.set(code.toUpperCase(), text(to));
    }
  }
  for (const [, block = ''] of cmap.matchAll(/beginbfrange([\s\S]*?)endbfrange/g)) {
    for (const [, from = '', to = '', first = ''] of block.matchAll(
      /<([0-9A-Fa-f]+)> <([0-9A-Fa-f]+)> <([0-9A-Fa-f]+)>/g,
    )) {
      for (let code = parseInt(from, 16); code <= parseInt(to, 16); code += 1) {
        const key = code.toString(16).toUpperCase().padStart(from.length, '0');
        table.set(key, String.fromCharCode(parseInt(first, 16) + code - parseInt(from, 16)));
      }
    }
  }
  return table;
}

function shown(content: string, fonts: ReadonlyMap<string, Map<string, string>>): string {
  let font: Map<string, string> | undefined;
  let text = '';
  for (const [, name, hex] of content.matchAll(/\/(F\d+) [\d.]+ Tf|<([0-9A-Fa-f]+)>/g)) {
    if (name !== undefined) font = fonts.get(name);
    else if (hex !== undefined && font !== undefined) {
      for (const code of hex.match(/.{4}/g) ?? []) text += font.get(code.toUpperCase()) ?? '';
      text += ' ';
    }
  }
  return text;
}
