import { type Calibration, definitionAt, mapAt, usedMaps } from '@/core/calibration';
import {
  checkById,
  checkTitle,
  type Finding,
  findingWords,
  ledger,
  type Place,
  placeLabel,
  reviewed,
  signOffState,
} from '@/core/checks';
import type { Source } from '@/core/field';
import { SOURCE_TEXT } from '@/core/field/schema';
import type { ShownUnits } from '@/core/units';
import { rowCount } from '@/core/map/schema';
import { type PaperPart, paperPage } from './paper';

const GRADES = [
  { severity: 'blocks', heading: 'Stands in the way' },
  { severity: 'warns', heading: 'Worth a look: unwise' },
  { severity: 'advises', heading: 'Worth a look: look again' },
] as const;

/** The report of a review as a page for paper: the sign-off, what is found and accepted, every value and map with its source. */
export function reviewPage(document: Calibration, units: ShownUnits): string {
  return paperPage(`${document.name}, review`, document.name, [
    { text: signedText(document) },
    ...foundParts(document, units),
    ...valueParts(document),
    ...table('Maps', ['Map', 'Cells', 'Sources'], mapRows(document)),
  ]);
}

/** What is found and accepted, and what is a guess. */
export function foundParts(document: Calibration, units: ShownUnits): PaperPart[] {
  const { open, accepted } = reviewed(document);
  const entries = ledger(document);
  return [
    ...GRADES.flatMap(({ severity, heading }) =>
      findingTable(
        document,
        heading,
        open.filter((finding) => finding.severity === severity),
        units,
      ),
    ),
    ...table(
      'Accepted',
      ['What', 'Where', 'Reason', 'Day'],
      accepted.map(({ finding, acceptance }) => [
        checkById(finding.id).title,
        placeLabel(document, finding.place),
        acceptance.reason,
        acceptance.date,
      ]),
    ),
    ...table(
      'Guesses the engine lives on',
      ['Value', 'Is', 'Source'],
      entries
        .filter(({ isLife, isConfirmed }) => isLife && !isConfirmed)
        .map(({ label, words, source }) => [label, words, sourceWords(source)]),
    ),
  ];
}

/** Every value with its source, by section. */
export function valueParts(document: Calibration): PaperPart[] {
  const entries = ledger(document);
  const sections = [...new Set(entries.map(({ section }) => section))];
  return sections.flatMap((section) =>
    table(
      section,
      ['Value', 'Is', 'Source'],
      entries
        .filter((entry) => entry.section === section)
        .map(({ label, words, source }) => [label, words, sourceWords(source)]),
    ),
  );
}

/** What the sign-off says, and what it is worth now. */
export function signedText(document: Calibration): string {
  const state = signOffState(document);
  if (state.kind === 'none') return 'Not signed.';
  const { name, date, note, accepted } = state.signOff;
  const reasons = accepted
    .map(
      ({ check, place, reason }) =>
        `${checkTitle(check)} (${placeLabel(document, place as Place)}): ${reason}`,
    )
    .join('; ');
  const worth =
    state.kind === 'holds'
      ? 'Nothing that it covers has changed since.'
      : `Out of date: ${state.changes.map(({ place }) => placeLabel(document, place)).join(', ')} changed since.`;
  return [
    `Signed by ${name}, ${date}.`,
    note === '' ? '' : `“${note}”`,
    reasons === '' ? '' : `Accepted then: ${reasons}.`,
    worth,
  ]
    .filter((part) => part !== '')
    .join(' ');
}

function findingTable(
  document: Calibration,
  heading: string,
  found: readonly Finding[],
  units: ShownUnits,
): PaperPart[] {
  return table(
    heading,
    ['What', 'Where', 'Why'],
    found.map((finding) => [
      checkById(finding.id).title,
      placeLabel(document, finding.place),
      `${findingWords(finding, units)} ${checkById(finding.id).why}`,
    ]),
  );
}

function mapRows(document: Calibration): string[][] {
  return usedMaps(document).flatMap((id) => {
    const map = mapAt(document, id);
    if (map === null) return [];
    const kinds = new Set(map.cellSources.map((of) => map.sources[of]?.kind ?? 'starter'));
    return [
      [
        definitionAt(document, id).label,
        `${map.x.length} × ${rowCount(map)}`,
        [...kinds].map((kind) => SOURCE_TEXT[kind].label).join(', '),
      ],
    ];
  });
}

function sourceWords({ kind, note }: Source): string {
  return note === undefined ? SOURCE_TEXT[kind].label : `${SOURCE_TEXT[kind].label}: ${note}`;
}

function table(heading: string, head: string[], rows: string[][]): PaperPart[] {
  return rows.length === 0 ? [] : [{ heading: `${heading} (${rows.length})` }, { head, rows }];
}
