import Papa from 'papaparse';
import type { LoomLine } from '@/core/pins';

/** A note that begins like a formula is told from one by an apostrophe, or a spreadsheet would compute it. */
const FORMULA_SAFE = { escapeFormulae: true } as const;

/** The loom list as CSV, as a spreadsheet expects it. */
export function loomCsv(lines: readonly LoomLine[]): string {
  const fields = ['Pin', 'Kind', 'Function', 'Wire'];
  return `${Papa.unparse({ fields, data: lines.map((line) => [line.pin, line.kind, line.function, line.wire]) }, FORMULA_SAFE)}\r\n`;
}

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => ESCAPES[sign] ?? sign);
}

/** The loom list as a page for paper. */
export function loomPage(title: string, ecuName: string, lines: readonly LoomLine[]): string {
  const rows = lines
    .map((line) => [line.pin, line.kind, line.function === '' ? '–' : line.function, line.wire])
    .map((cells) => `<tr>${cells.map((cell) => `<td>${escaped(cell)}</td>`).join('')}</tr>`)
    .join('\n');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>${escaped(title)}, loom</title><style>
body{font:11pt sans-serif;margin:15mm}table{border-collapse:collapse;width:100%}
th,td{border-bottom:.4pt solid #888;padding:1.2mm 2mm;text-align:left}th{border-bottom:1pt solid #000}
thead{display:table-header-group}tr{break-inside:avoid}</style></head><body>
<h1>${escaped(title)}</h1><p>${escaped(ecuName)}</p>
<table><thead><tr><th>Pin</th><th>Kind</th><th>Function</th><th>Wire</th></tr></thead><tbody>
${rows}
</tbody></table></body></html>`;
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
