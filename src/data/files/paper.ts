const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => ESCAPES[sign] ?? sign);
}

/** A part of a page for paper: a heading, a paragraph, a drawing, or a table with its head. */
export type PaperPart =
  | { readonly heading: string }
  | { readonly text: string }
  /** Lines and areas of numbers, never of what somebody typed. */
  | { readonly svg: string }
  | { readonly head: readonly string[]; readonly rows: readonly (readonly string[])[] };

/** A page for paper, by itself: A4 or letter, heads of tables again on every sheet. Nothing in it is taken as markup. */
export function paperPage(title: string, heading: string, parts: readonly PaperPart[]): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}</title><style>
body{font:11pt sans-serif;margin:15mm}table{border-collapse:collapse;width:100%}h2{break-after:avoid;margin:8mm 0 2mm}
th,td{border-bottom:.4pt solid #888;padding:1.2mm 2mm;text-align:left;vertical-align:top}th{border-bottom:1pt solid #000}
thead{display:table-header-group}tr{break-inside:avoid}</style></head><body>
<h1>${escaped(heading)}</h1>
${parts.map(partHtml).join('\n')}
</body></html>`;
}

function partHtml(part: PaperPart): string {
  if ('heading' in part) return `<h2>${escaped(part.heading)}</h2>`;
  if ('text' in part) return `<p>${escaped(part.text)}</p>`;
  if ('svg' in part) return part.svg;
  const cells = (tag: 'th' | 'td', row: readonly string[]) =>
    `<tr>${row.map((cell) => `<${tag}>${escaped(cell)}</${tag}>`).join('')}</tr>`;
  return `<table><thead>${cells('th', part.head)}</thead><tbody>
${part.rows.map((row) => cells('td', row)).join('\n')}
</tbody></table>`;
}

/** Prints a page of its own, without the app around it. */
export function printPage(html: string): void {
  const frame = window.document.createElement('iframe');
  frame.title = 'Print';
  frame.style.cssText = 'position:fixed;width:0;height:0;border:0';
  const url = URL.createObjectURL(new Blob([html], { type: 'text/html' }));
  frame.addEventListener('load', () => {
    frame.contentWindow?.addEventListener('afterprint', () => frame.remove());
    frame.contentWindow?.print();
  });
  frame.src = url;
  window.document.body.append(frame);
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
