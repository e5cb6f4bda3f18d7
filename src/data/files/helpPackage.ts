import Papa from 'papaparse';
import { type Calibration, calibrationFromJson, calibrationToText, withoutWords } from '@/core/calibration';
import { leaving } from '@/core/compare';
import type { ShownUnits } from '@/core/units';
import { aboutLog, aboutText, type LeftOfLog } from '../logs/aboutLog';
import type { LogEntry } from '../logs/logRecord';
import { buildReport } from './buildReport';
import { ABOUT_NAME, LOG_NAME } from './packageNames';

/** What a package for help is made of. */
export interface HelpRequest {
  readonly entry: LogEntry;
  /** What the engine computer held while it was recorded, as text; null where that is not known. */
  readonly held: string | null;
  /** What is on the screen: taken where it is not known what was held. */
  readonly shown: Calibration;
  readonly units: ShownUnits;
  /** What somebody asks for. */
  readonly question: string;
  readonly left: LeftOfLog;
}

/** The calibration that goes into a package: what was held, else what is on the screen. */
export function calibrationFor({ held, shown }: Pick<HelpRequest, 'held' | 'shown'>): {
  readonly document: Calibration;
  readonly wasHeld: boolean;
} {
  if (held === null) return { document: shown, wasHeld: false };
  try {
    const read = calibrationFromJson(JSON.parse(held));
    return read.ok ? { document: read.document, wasHeld: true } : { document: shown, wasHeld: false };
  } catch {
    return { document: shown, wasHeld: false };
  }
}

/** What the columns of the file were taken for, that the log was read from. */
function takenLines({ source }: LogEntry): string[] {
  if (source.kind === 'recorded' || source.taken.length === 0) return [];
  return [
    '',
    'The log was read from a file. Its columns were taken so:',
    ...source.taken.map(({ column, as }) => `  ${column}: ${as}`),
  ];
}

/** The files beside the log, by name. */
export function helpTexts(request: HelpRequest): Readonly<Record<string, string>> {
  const { entry, units, question, left } = request;
  const { document, wasHeld } = calibrationFor(request);
  const plain = withoutWords(document, left);
  const said = aboutLog(entry, left);
  const marks = said.marks.map(({ atS, note }) => [atS.toFixed(2), note]);
  return {
    'read-me.txt': [
      ...(question === '' ? [] : [question, '']),
      `${LOG_NAME}: the log; names in its first row, units in its second.`,
      wasHeld
        ? 'calibration.lumbre.json: what the engine computer held while it was recorded.'
        : 'calibration.lumbre.json: what was on the screen; what the engine computer held is not known.',
      'report.html: the same calibration, to be read.',
      'Lumbre opens the package: in its list for the calibration, in Logs for the log.',
      ...takenLines(entry),
      '',
    ].join('\r\n'),
    'calibration.lumbre.json': calibrationToText(leaving(plain)),
    'report.html': buildReport(plain, units),
    [ABOUT_NAME]: aboutText(said),
    ...(marks.length === 0
      ? {}
      : { 'marks.csv': `${Papa.unparse([['time_s', 'note'], ...marks], { newline: '\r\n' })}\r\n` }),
  };
}
