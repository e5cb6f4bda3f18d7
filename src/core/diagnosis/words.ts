import { formatNumber } from '../units';
import type { Diagnosis } from './diagnose';
import { LOOK_TESTS } from './lookTests';

/** A cause as a line: what it is, and how sure that is, %. */
export interface CauseLine {
  readonly id: string;
  readonly label: string;
  readonly percent: number;
}

/** A diagnosis in words. */
export interface DiagnosisWords {
  readonly tone: 'good' | 'plain' | 'warning' | 'error';
  readonly headline: string;
  /** What it may be, the likeliest first; empty while nothing is off. */
  readonly causes: readonly CauseLine[];
  readonly seen: readonly string[];
  /** What to look at next, and what tells the likeliest two apart; null where there is nothing. */
  readonly next: string | null;
  readonly test: string | null;
  /** What was left out, and why; null where nothing was. */
  readonly leftOut: string | null;
}

/** From how sure on something is said to be so, and to be likely. */
const SURE = { said: 0.75, likely: 0.4 } as const;
/** Causes that are said, and from how many per cent on. */
const SAID = { most: 4, fromPercent: 3 } as const;
/** With fewer signs known nothing is said yet. */
const ENOUGH = 12;

/** What a diagnosis comes to, in words. @param mapIsRight as it was looked at with. */
export function diagnosisWords(diagnosis: Diagnosis, mapIsRight: boolean): DiagnosisWords {
  const { sound, likely, seen, known } = diagnosis;
  const [first, second] = likely;
  const causes = likely
    .map(({ cause, probability }) => ({
      id: cause?.id ?? 'unknown',
      label: cause?.label ?? 'Something that is not on the list',
      percent: Math.round(100 * probability),
    }))
    .filter(({ percent }) => percent >= SAID.fromPercent)
    .slice(0, SAID.most);
  const leftOut = mapIsRight
    ? null
    : 'The filling map was not corrected for this engine yet: what the mixture says of injectors and pressures is left out.';
  const isOff = seen.length > 0 && first !== undefined && first.probability > sound;
  if (!isOff) {
    return {
      tone: seen.length > 0 ? 'plain' : sound > SURE.said ? 'good' : 'plain',
      headline: soundWords(sound, known, seen.length),
      causes: [],
      seen,
      next: null,
      test: null,
      leftOut,
    };
  }
  const percent = `${formatNumber(100 * first.probability, 0)} %`;
  const label = first.cause?.label ?? 'Not known: nothing on the list shows all of that';
  const opening =
    first.probability >= SURE.said ? '' : first.probability >= SURE.likely ? 'Likely: ' : 'Perhaps: ';
  const close = second !== undefined && second.probability > 0.1;
  return {
    tone: first.cause === null ? 'warning' : 'error',
    headline: `${opening}${label} (${percent})`,
    causes,
    seen,
    next:
      first.cause?.next ??
      'Look at what those readings share: a ground, a supply, a plug; then change one thing at a time.',
    test: close && diagnosis.test !== null ? LOOK_TESTS[diagnosis.test].words : null,
    leftOut,
  };
}

function soundWords(sound: number, known: number, off: number): string {
  if (known < ENOUGH) return 'Too little was seen yet';
  if (off > 0) return 'Something is off, too little to say what';
  return sound > SURE.said
    ? 'Nothing is wrong with what was seen'
    : 'Nothing is off yet, and little was seen';
}
