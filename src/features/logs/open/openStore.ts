import { create } from 'zustand';
import { type Calibration, conversionContext } from '@/core/calibration';
import type { ColumnUse } from '@/core/logTable';
import { STANDARD_CONTEXT } from '@/core/units';
import { holdLog } from '@/data/logs/heldLogs';
import { entryOfFile, keepLog, MOST_KEPT, sizeOf } from '@/data/logs/keepLog';
import { knownTable, knowTable } from '@/data/logs/knownTables';
import type { LogEntry } from '@/data/logs/logRecord';
import { logStore } from '@/data/logs/recorder';
import { type AboutLog, readAbout } from '@/data/logs/aboutLog';
import {
  type LogFilePeek,
  peekLogFile,
  type RunningRead,
  startLogRead,
  unpackLog,
} from '@/workers/logFileClient';
import { columnWords, notReadWords, refusedWords, takenWords } from './columnWords';

/** A file that is being opened. */
interface Opening {
  readonly stage: 'none' | 'peeking' | 'refused' | 'mapping' | 'reading' | 'keeping';
  readonly file: Blob | null;
  /** What it is called. */
  readonly name: string;
  /** What a package says of the log in it. */
  readonly about: AboutLog | null;
  /** Why it could not be opened. */
  readonly message: string | null;
  readonly peek: LogFilePeek | null;
  readonly uses: readonly ColumnUse[];
  readonly rateHz: number;
  readonly barometricKpa: number;
  readonly stoichiometric: number;
  /** Also kept in this browser. */
  readonly keeps: boolean;
  readonly progress: number;
}

/** Air for one part of petrol where λ is one: what sensors that say a ratio are set to, whatever fuel is burnt. */
const USUAL_STOICHIOMETRIC = 14.7;

const NOTHING: Opening = {
  stage: 'none',
  file: null,
  name: '',
  about: null,
  message: null,
  peek: null,
  uses: [],
  rateHz: 50,
  barometricKpa: STANDARD_CONTEXT.barometricKpa,
  stoichiometric: USUAL_STOICHIOMETRIC,
  keeps: true,
  progress: 0,
};

export const useOpening = create<Opening>(() => NOTHING);

let reading: RunningRead | null = null;
/** Counts files and cancels: what was begun before comes to nothing. */
let turn = 0;

/** Lets go of the file. */
export function closeFile(): void {
  turn += 1;
  reading?.cancel();
  reading = null;
  useOpening.setState(NOTHING);
}

/** Another way to take a column, or another number that conversions depend on. */
export function changeOpening(
  part: Partial<Pick<Opening, 'uses' | 'rateHz' | 'barometricKpa' | 'stoichiometric' | 'keeps'>>,
): void {
  useOpening.setState(part);
}

const refused = (why: string) => useOpening.setState({ stage: 'refused', message: why });

/**
 * Looks into a file. One whose columns were taken before is taken so again.
 * @returns whether it can be read without asking.
 */
export async function openFile(file: File, document: Calibration): Promise<boolean> {
  closeFile();
  const mine = turn;
  useOpening.setState({
    stage: 'peeking',
    file,
    name: file.name,
    barometricKpa: Math.round(100 * conversionContext(document).barometricKpa) / 100,
  });
  if (file.size === 0) {
    refused(`${file.name} is empty. Choose another file.`);
    return false;
  }
  const opened = await contentsOf(file).catch(() => 'unread' as const);
  if (turn !== mine) return false;
  if (opened === null) {
    refused(`${file.name} is a package without a log in it, or a damaged one. Choose another file.`);
    return false;
  }
  const peek = opened === 'unread' ? opened : await peekLogFile(opened.csv).catch(() => 'unread' as const);
  if (turn !== mine) return false;
  if (peek === 'unread') {
    refused(`${file.name} could not be read. Check that it still exists, and choose it again.`);
    return false;
  }
  if (peek === null) {
    refused(
      `${file.name} was not opened. Its beginning has no rows of numbers under one another: save the log as CSV or text, and choose that file.`,
    );
    return false;
  }
  const known = await knownTable(peek.dialect.columns.map(({ name }) => name)).catch(() => null);
  if (turn !== mine) return false;
  useOpening.setState({
    stage: 'mapping',
    peek,
    ...(opened === 'unread' ? {} : { file: opened.csv, about: opened.about }),
    uses: peek.guessed.map(({ use }) => use),
    ...(known ?? {}),
  });
  // Of a package of ours every column is known by its name.
  return known !== null || (opened !== 'unread' && opened.about !== null);
}

const ZIP_MARK = 'PK';

/** The table in a file, which may be a package, and what is said of it there; null for a package without one. */
async function contentsOf(
  file: File,
): Promise<{ readonly csv: Blob; readonly about: AboutLog | null } | null> {
  if ((await file.slice(0, ZIP_MARK.length).text()) !== ZIP_MARK) return { csv: file, about: null };
  const found = await unpackLog(file);
  return found === null
    ? null
    : { csv: found.csv, about: found.about === null ? null : readAbout(found.about) };
}

/** Reads the file as its columns are taken now, and keeps it. @returns the log’s id; null where it came to nothing. */
export async function readFileNow(calibrationId: string, calibration: string): Promise<string | null> {
  const { file, name, about, peek, uses, rateHz, barometricKpa, stoichiometric, keeps } =
    useOpening.getState();
  if (file === null || peek === null) return null;
  turn += 1;
  const mine = turn;
  const { encoding, skip, dialect } = peek;
  useOpening.setState({ stage: 'reading', message: null, progress: 0 });
  try {
    const context = { ...STANDARD_CONTEXT, barometricKpa, stoichiometric };
    reading = startLogRead(file, { encoding, skip, dialect, uses, rateHz, context }, (progress) =>
      turn === mine ? useOpening.setState({ progress }) : undefined,
    );
    const read = await reading.answer;
    if (read === null || turn !== mine) return null;
    if (read.log.timeS.length === 0) {
      const why = refusedWords(read.refused);
      useOpening.setState({
        stage: 'mapping',
        message: `No row of ${name} could be read so. ${why.join('. ')} Look at the columns below.`,
      });
      return null;
    }
    await knowTable(
      dialect.columns.map(({ name }) => name),
      { uses, rateHz, barometricKpa, stoichiometric },
    ).catch(() => undefined);
    const isLarge = sizeOf(read.log) > MOST_KEPT;
    const made = {
      id: crypto.randomUUID(),
      calibrationId,
      calibration,
      name,
      refused: Object.values(read.refused).reduce((sum, one) => sum + one, 0),
      said: notReadWords(read),
      taken: dialect.columns.map((column, i) => ({
        column: columnWords(column),
        as: takenWords(uses[i] ?? { as: 'left' }, column),
      })),
      startedAt: new Date().toISOString(),
      log: read.log,
    };
    const entry = { ...entryOfFile(made), ...(about === null ? {} : fromPackage(about)) };
    if (keeps && !isLarge) {
      useOpening.setState({ stage: 'keeping', progress: 0 });
      const kept = await keepLog(logStore, entry, read.log, (progress) => {
        if (turn === mine) useOpening.setState({ progress });
        return turn === mine;
      });
      if (kept === null) return null;
    } else holdLog({ entry, log: read.log, missingParts: 0 });
    closeFile();
    return entry.id;
  } catch (error) {
    if (turn !== mine) return null;
    const why = error instanceof Error ? error.message : 'it did not answer';
    const isKeeping = useOpening.getState().stage === 'keeping';
    useOpening.setState({
      stage: 'mapping',
      message: isKeeping
        ? `${name} could not be kept in this browser: ${why}. Look at it without keeping it, or delete a log first.`
        : `${name} could not be read: ${why}. Check that it still exists, and read it again.`,
    });
    return null;
  }
}

/** What a log keeps of what its package says. */
function fromPackage({ startedAt, marks, note }: AboutLog): Pick<LogEntry, 'startedAt' | 'marks' | 'note'> {
  return { startedAt, marks, note };
}
