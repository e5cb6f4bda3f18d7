/** What a thousand undo steps keep in memory. */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { edited, historyOf, type History } from '@/data/session/history';
import type { Calibration } from '@/core/calibration';
import { largeMap } from './largeMap.mts';
import { report } from './report.mts';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

const STEPS = 1000;

function heapMb(): number {
  collect();
  return process.memoryUsage().heapUsed / 1e6;
}

/** Megabytes that many edits of one kind keep, beyond the document itself. */
function keptMb(recipe: (document: Calibration, step: number) => void): number {
  let history: History = historyOf(largeMap());
  const before = heapMb();
  for (let step = 0; step < STEPS; step += 1) {
    history = edited(history, 'Edit', (draft) => recipe(draft as Calibration, step));
  }
  const kept = heapMb() - before;
  if (history.past.length !== STEPS) throw new RangeError('Some edits were no steps');
  return kept;
}

const cells = keptMb(({ maps }, step) => {
  if (maps.ve !== null) maps.ve.values[step % 1024] = 50 + step / 1000;
});
report('A thousand undo steps of one cell', `${cells.toFixed(1)} MB`, '< 10 MB');
const whole = keptMb(({ maps }) => {
  const map = maps.ve;
  if (map !== null) map.values = map.values.map((value) => value * 1.0001);
});
report('A thousand undo steps of a whole 32 × 32 map', `${whole.toFixed(1)} MB`, '< 50 MB');
