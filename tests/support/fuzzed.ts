import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as fc from 'fast-check';
import {
  type Calibration,
  calibrationFromJson,
  calibrationToText,
  compile,
  emptyCalibration,
  fileProblemMessage,
} from '@/core/calibration';
import { frameOf } from '@/core/channel';
import { workingsAt } from '@/core/workings';
import { carOf } from '@/standin/carOfDocument';
import { DryStart } from '@/standin/dryStart';
import { readCalibration } from '@/workers/files/readCalibration';
import { blockingFindings, covered, findings, findingWords, ledger, pageOf, placeLabel } from '@/core/checks';
import { engineMeaning } from '@/core/meaning';
import { everything } from './everything';
import { demo, TEST_DAY } from './ventisca';
import { damaged, damages, waysOf } from './damaged';

/** A start that is looked at as far as the first turns. */
const START = { coolantC: 20, batteryV: 12.6, seed: 1 };
const STARTED_S = 1;

const fixture = (version: number): unknown =>
  JSON.parse(readFileSync(path.resolve(`tests/fixtures/calibration-version-${version}.json`), 'utf8'));
const asFile = (document: Calibration): unknown => JSON.parse(calibrationToText(document));

/** Files to be damaged. Empty ones are small, so that most cases are theirs; full ones and those of old versions have the rest. */
export const FUZZED_FILES: readonly unknown[] = [
  ...Array.from({ length: 28 }, () => asFile(emptyCalibration('Empty', TEST_DAY))),
  asFile(demo()),
  asFile(everything()),
  fixture(1),
  fixture(2),
];

/** What came of so many damaged files. */
export interface Fuzzed {
  readonly cases: number;
  readonly accepted: number;
  readonly refused: number;
}

/**
 * Reads damaged copies of files: none makes the reader throw, what is refused names its place and a reason in words, and
 * what is accepted makes no check, compilation or explanation throw.
 * @param lookEvery of so many that are accepted one is looked through: that takes longer than to read it.
 * @throws {Error} with the case that did.
 */
export function fuzzed(files: readonly unknown[], cases: number, seed: number, lookEvery = 1): Fuzzed {
  const bases = files.map((file) => ({ file, ways: waysOf(file), text: JSON.stringify(file) }));
  let [accepted, refused] = [0, 0];
  fc.assert(
    fc.property(fc.nat(bases.length - 1), damages, fc.nat(9), (which, all, asText) => {
      const base = bases[which];
      if (base === undefined) return;
      const result =
        asText === 0
          ? readCalibration(cutText(base.text, all[0]?.at ?? 0, all[0]?.by ?? 0))
          : calibrationFromJson(damaged(base.file, base.ways, all));
      if (!result.ok) {
        refused += 1;
        if (!/\S{3}/.test(fileProblemMessage(result.problem))) throw new Error('A refusal without words');
        return;
      }
      accepted += 1;
      if (accepted % lookEvery === 0) lookThrough(result.document);
    }),
    { numRuns: cases, seed },
  );
  return { cases, accepted, refused };
}

/** A text without a stretch, or with another sign in it. */
function cutText(text: string, at: number, by: number): string {
  const from = Math.floor(at * text.length);
  return by < 0.5
    ? text.slice(0, from) + text.slice(from + Math.floor(by * 400))
    : `${text.slice(0, from)}${String.fromCharCode(32 + Math.floor(by * 90))}${text.slice(from + 1)}`;
}

/** Asks of a document all that a screen asks first. */
function lookThrough(document: Calibration): void {
  for (const finding of findings(document)) {
    findingWords(finding);
    placeLabel(document, finding.place);
    pageOf(finding.place);
  }
  const blocked = blockingFindings(document).length > 0;
  const compiled = compile(document);
  if (compiled.ok) {
    workingsAt(compiled.program, frameOf({ speed: 3000, manifoldPressure: 80, coolant: 20 }));
    if (!blocked) {
      const start = new DryStart(compiled.program, carOf(document, compiled.program), START);
      start.advance(STARTED_S);
    }
  }
  ledger(document);
  covered(document);
  engineMeaning(document);
}
