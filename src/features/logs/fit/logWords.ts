import {
  DRIVEN_WITHIN,
  EVIDENCE_S,
  LEFT_OUT,
  LEFT_OUT_REASONS,
  type LeftOutReason,
  type LogFit,
  type SensorCells,
} from '@/core/log';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

/** Less than this of where the drive was has evidence: say so. */
const ENOUGH_SHARE = 0.7;

/** Cells with evidence. */
function evidencedCells({ cells }: LogFit): number[] {
  return Array.from(cells.evidenceS, (_, i) => i).filter((i) => (cells.evidenceS[i] as number) >= EVIDENCE_S);
}

/** Those of them that are further off than counts as right, a share. */
function cellsOff(fit: LogFit, tolerance: number): number[] {
  return evidencedCells(fit).filter((i) => Math.abs(fit.cells.found[i] as number) > tolerance);
}

/** Whether the log was driven with the map that is on the screen: in every cell with evidence, and one that is not was never tried. */
export function isDriven(fit: LogFit): boolean {
  return evidencedCells(fit).every((i) => Math.abs(fit.cells.driven[i] as number) <= DRIVEN_WITHIN);
}

/** There is evidence, and every cell that has it is right, driven or by what was driven before. */
export function isRight(fit: LogFit, tolerance: number): boolean {
  return evidencedCells(fit).length > 0 && cellsOff(fit, tolerance).length === 0;
}

const seconds = (s: number) => (s < 60 ? `${formatNumber(s, 0)} s` : `${formatNumber(s / 60, 1)} min`);

/** A tolerance in words. */
export function toleranceWords(tolerance: number): string {
  return `${Number((100 * tolerance).toFixed(1))} %`;
}

/** What logs say of the filling, the most important first. @param tolerance what counts as right, a share. */
export function fitSentences(fit: LogFit, tolerance: number): Sentence[] {
  const { cells, coverage, factor, keptS, delays } = fit;
  const evidenced = evidencedCells(fit);
  if (evidenced.length === 0) {
    return [
      {
        tone: 'warning',
        text: `No cell has ${EVIDENCE_S} s of warm, steady running, so nothing can be said of the map. Hold speed and load for some seconds each.`,
      },
    ];
  }
  const worst = Math.max(...evidenced.map((i) => Math.abs(cells.found[i] as number)));
  const off = cellsOff(fit, tolerance).length;
  const { crossed, evidenced: covered } = coverage;
  const share = covered / Math.max(1, crossed);
  const found: Sentence[] = [];
  found.push(rightOrOff(fit, evidenced.length, off, worst, toleranceWords(tolerance)));
  if (factor !== null) {
    found.push({
      tone: 'warning',
      text: `The whole map is ${formatNumber(100 * Math.abs(1 - Math.exp(-factor.change)), 1)} % too ${factor.change > 0 ? 'low' : 'high'}, within ${formatNumber(100 * factor.spread, 1)} %: one factor says as much as the cells. Injector flow, fuel density or displacement look like that; look at what was typed first.`,
    });
  }
  found.push({
    tone: share < ENOUGH_SHARE ? 'warning' : 'plain',
    text: `${seconds(keptS)} of steady running: evidence in ${covered} of the ${crossed} cells the drive spent time in, ${formatNumber(100 * share, 0)} %.`,
  });
  const read = delays.map(
    ({ fixedS, airG }) => `${formatNumber(fixedS, 2)} s (${formatNumber(fixedS + airG / 8, 2)} s at idle)`,
  );
  found.push({
    tone: 'plain',
    text: `Lambda is read ${read.join(', ')} after its injection, later the slower the air flows${delays.length > 1 ? '; by log' : ''}. What a fit leaves over scatters by ${formatNumber(100 * cells.leftOver, 1)} %.`,
  });
  return found;
}

/** The first sentence. Only what was driven is right; what was changed since would be. */
function rightOrOff(fit: LogFit, cells: number, off: number, worst: number, within: string): Sentence {
  const driven = isDriven(fit);
  if (off === 0) {
    return driven
      ? {
          tone: 'good',
          text: `Right: every cell with evidence is within ${within} of the target, ${cells} of them.`,
        }
      : {
          tone: 'plain',
          text: `By this log the map on the screen would be within ${within} in all ${cells} cells with evidence. It has not been driven yet.`,
        };
  }
  const by = driven ? 'are' : 'of the map on the screen, which has not been driven yet, would be';
  return {
    tone: 'warning',
    text: `${off} of ${cells} cells with evidence ${by} more than ${within} off, the worst by ${formatNumber(100 * worst, 1)} %.`,
  };
}

/** Seconds left out by reason, the most first; none that took nothing. */
export function leftOutRows({
  leftOut,
}: Pick<LogFit, 'leftOut'>): { readonly reason: LeftOutReason; readonly text: string }[] {
  return LEFT_OUT_REASONS.filter((reason) => leftOut[reason] >= 0.5)
    .sort((a, b) => leftOut[b] - leftOut[a])
    .map((reason) => ({ reason, text: `${seconds(leftOut[reason])} ${LEFT_OUT[reason]}` }));
}

/** The same in words alone. */
export function leftOutWords(fit: Pick<LogFit, 'leftOut'>): string[] {
  return leftOutRows(fit).map(({ text }) => text);
}

/** What one sensor found in a cell. */
export function sensorCellWords({ found, evidenceS }: SensorCells, cell: number): string {
  const weight = evidenceS[cell] as number;
  if (weight < 0.05) return 'not read there';
  const error = 100 * Math.expm1(found[cell] as number);
  return `${formatNumber(Math.abs(error), 1)} % ${error > 0 ? 'lean' : 'rich'} over ${formatNumber(weight, 1)} s`;
}

/** What a cell of the error map says. */
export function cellWords(fit: LogFit, cell: number): string {
  const { evidenceS, found, change, standardError } = fit.cells;
  const weight = evidenceS[cell] as number;
  if (weight < 0.05) return 'not visited';
  const error = 100 * (Math.exp(found[cell] as number) - 1);
  const side = error > 0 ? 'lean' : 'rich';
  const moves = 100 * (Math.exp(change[cell] as number) - 1);
  const sure = 100 * (standardError[cell] as number);
  const enough = weight >= EVIDENCE_S ? '' : ', too little to call it right';
  return `${formatNumber(Math.abs(error), 1)} % ${side} over ${formatNumber(weight, 1)} s${enough}; the fit moves it by ${moves >= 0 ? '+' : '−'}${formatNumber(Math.abs(moves), 1)} ± ${formatNumber(sure, 1)} %`;
}
