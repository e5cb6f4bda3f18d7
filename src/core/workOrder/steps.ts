import {
  type Calibration,
  compile,
  fieldInfo,
  type FieldPath,
  isSetAside,
  missingFields,
  SECTION_IDS,
  usedMaps,
  valueAt,
} from '../calibration';
import {
  checkById,
  pageOf,
  placeLabel,
  readiness,
  reviewed,
  SHEET_LABELS,
  type SheetId,
  sheetOf,
  sheetState,
  signOffState,
} from '../checks';
import type { Source } from '../field';
import { changedSince } from '../generators';
import { PROCEDURES } from '../procedures';
import { FIRST_NUMBERS } from './firstNumbers';

/** What was done that no document tells. */
export interface WorkDone {
  /** This build caught in a dry start. */
  readonly dryStart: boolean;
  /** Procedures at the car that were passed with this build, by their ids. */
  readonly passed: readonly string[];
}

/** Where a step belongs: what has to be there before a first start in simulation, before the key is turned, and what is done at the car. */
export const LEGS = {
  simulation: 'Until it starts in simulation',
  key: 'Until the key is turned',
  car: 'At the car',
} as const;
export type Leg = keyof typeof LEGS;

/** One step of the work. */
export interface WorkStep {
  readonly id: string;
  readonly leg: Leg;
  readonly label: string;
  /** Why it comes here, in a sentence. */
  readonly why: string;
  /** Its page within the calibration: "build/injectors". */
  readonly page: string;
  /** Asked for only where something calls for it: while nothing is left of it, it is no step at all. */
  readonly onlyIfCalledFor?: true;
  /** What is still to do in it, by name; empty once it is done. */
  readonly left: (document: Calibration, done: WorkDone) => readonly string[];
}

const label = (path: FieldPath) => fieldInfo(path)?.label ?? path;

/** The required fields of a sheet that are empty. */
function emptyOn(document: Calibration, sheet: SheetId): FieldPath[] {
  return SECTION_IDS.flatMap((section) => missingFields(document, section)).filter(
    (path) => sheetOf(path) === sheet && pageOf(path).startsWith(`build/${sheet}`),
  );
}

/** Whether a first number is still that of another engine. */
function isAnothers(document: Calibration, path: FieldPath): boolean {
  const value = valueAt(document, path) as { readonly source?: Source } | null;
  return value?.source?.kind === 'starter' && !isSetAside(document, path);
}

/** A sheet that the first dry start needs: what is empty in it, and what is another engine's. */
function numbers(id: 'engine' | 'injectors' | 'dead-time', why: string): WorkStep {
  return {
    id,
    leg: 'simulation',
    label: SHEET_LABELS[id],
    why,
    page: `build/${id}`,
    left: (document) => {
      const anothers = FIRST_NUMBERS.filter((path) => sheetOf(path) === id && isAnothers(document, path));
      return [...emptyOn(document, id), ...anothers].map(label);
    },
  };
}

/** A sheet that can wait until the key: what is empty in it. */
function sheet(id: SheetId, why: string): WorkStep {
  return {
    id,
    leg: 'key',
    label: SHEET_LABELS[id],
    why,
    page: `build/${id}`,
    left: (document) => emptyOn(document, id).map((path) => placeLabel(document, path)),
  };
}

/** A sheet without fields: named where it is empty or lacks something. */
function wholeSheet(id: 'pins' | 'outputs', lacks: string, why: string): WorkStep {
  return {
    ...sheet(id, why),
    left: (document) => (['empty', 'incomplete'].includes(sheetState(document, id)) ? [lacks] : []),
  };
}

/** The work in its order. What is next is the first step with something left. */
export const WORK_STEPS: readonly WorkStep[] = [
  numbers('engine', 'Fuel, air and every map that is proposed are computed from its size and its goals.'),
  numbers('injectors', 'Flow and pressure say how much fuel a millisecond is.'),
  numbers(
    'dead-time',
    'An injector opens late. At idle that is a third of its pulse, and it grows as voltage falls.',
  ),
  {
    id: 'switched-on',
    leg: 'simulation',
    onlyIfCalledFor: true,
    label: 'What is switched on',
    why: 'What acts on fuel or spark needs its own numbers before anything runs.',
    page: 'review',
    left: (document) => {
      const compiled = compile(document);
      if (compiled.ok) return [];
      const sheets: readonly SheetId[] = ['engine', 'injectors', 'dead-time'];
      return compiled.missing.fields
        .filter((path) => !sheets.some((id) => emptyOn(document, id).includes(path)))
        .map(label);
    },
  },
  {
    id: 'maps',
    leg: 'simulation',
    label: 'Maps',
    why: 'Each is proposed from what you entered, says how, and is yours to change.',
    page: 'maps/missing',
    left: (document) => {
      const compiled = compile(document);
      return compiled.ok ? [] : compiled.missing.maps.map((id) => placeLabel(document, `maps.${id}`));
    },
  },
  {
    id: 'maps-anew',
    leg: 'simulation',
    onlyIfCalledFor: true,
    label: 'Maps for the engine as it is now',
    why: 'They were computed for other numbers: proposed anew, what you typed in them stays.',
    page: 'maps/stale',
    left: (document) =>
      usedMaps(document)
        .filter((id) => changedSince(document, id).length > 0)
        .map((id) => placeLabel(document, `maps.${id}`)),
  },
  {
    id: 'dry-start',
    leg: 'simulation',
    label: 'Dry start',
    why: 'It starts in simulation before it starts in metal: watch it catch, or see why it does not.',
    page: 'review/start',
    left: (_, { dryStart }) => (dryStart ? [] : ['a dry start that catches']),
  },
  sheet('cams', 'When the valves open decides where in the turn fuel is best injected.'),
  sheet('trigger', 'It says where the crank is. A degree off here is a degree off in every spark.'),
  wholeSheet(
    'pins',
    'the engine computer and its pins',
    'Each signal has one pin, and the loom is made after this list.',
  ),
  sheet('sensors', 'What they read is all that the engine computer knows.'),
  sheet('injection', 'Who injects when: without a cam signal not every way is possible.'),
  sheet('staging', 'Whether there is a second set, and when it helps.'),
  sheet('coils', 'Too little dwell misfires, too much burns a coil.'),
  wholeSheet('outputs', 'a fuel pump', 'Pumps, fan, tachometer and lamp are switched from here.'),
  {
    id: 'decide',
    leg: 'key',
    onlyIfCalledFor: true,
    label: 'What was found',
    why: 'Each is cured, or accepted with a reason.',
    page: 'review',
    left: (document) => [
      ...new Set(
        reviewed(document)
          .open.filter(({ severity }) => severity !== 'advises')
          .map(({ id }) => checkById(id).title),
      ),
    ],
  },
  {
    id: 'guesses',
    leg: 'key',
    onlyIfCalledFor: true,
    label: 'Guesses that the engine lives on',
    why: 'Each is measured, read from a data sheet, or signed for knowingly.',
    page: 'review/values',
    left: (document) => readiness(document).guesses.map((guess) => guess.label),
  },
  {
    id: 'sign-off',
    leg: 'key',
    label: 'Sign-off',
    why: 'Your name under what it covers; what changes later is told apart.',
    page: 'review/sign',
    left: (document) => (signOffState(document).kind === 'holds' ? [] : ['a sign-off of what is there now']),
  },
  {
    id: 'car',
    leg: 'car',
    label: 'First fire, step by step',
    why: 'Connect, send, verify; then each thing is tried before the next relies on it.',
    page: 'bench',
    left: (_, { passed }) => PROCEDURES.filter(({ id }) => !passed.includes(id)).map((one) => one.title),
  },
  {
    id: 'drive',
    leg: 'car',
    label: 'Drive and correct',
    why: 'Record a drive, see what lies behind each error, correct, and drive where evidence is missing.',
    page: 'bench/mapping',
    left: () => ['a drive where evidence is missing'],
  },
];
