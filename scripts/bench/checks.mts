/** How long all checks take: over a document that nobody has seen, and after one cell of a map was edited. */
import type { Calibration } from '@/core/calibration';
import { reviewed } from '@/core/checks';
import { differences } from '@/core/compare';
import { demo } from '@tests/support/ventisca';
import { report } from './report.mts';

const RUNS = 60;

/** Middle time of looking through documents that are made before, ms. */
function middle(documents: readonly Calibration[]): number {
  const times = documents.map((document) => {
    const started = performance.now();
    reviewed(document);
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;
}

const first = demo();
const firstStarted = performance.now();
reviewed(first);
const firstMs = performance.now() - firstStarted;
const anew = middle(Array.from({ length: RUNS }, () => demo()));
const [ve] = [first.maps.ve];
const edited = middle(
  Array.from({ length: RUNS }, (_, i) => ({
    ...first,
    maps: {
      ...first.maps,
      ve: ve === null ? null : { ...ve, values: ve.values.map((value, k) => (k === i ? value + 1 : value)) },
    },
  })),
);
const others = Array.from({ length: RUNS }, () => demo('pardela'));
const compared = others.map((other) => {
  const started = performance.now();
  differences(first, other);
  return performance.now() - started;
});
const comparedMs = compared.sort((a, b) => a - b)[Math.floor(compared.length / 2)] ?? NaN;
report('All checks, a whole document', `${anew.toFixed(2)} ms, first ${firstMs.toFixed(0)} ms`, '< 8 ms');
report('  after one cell was edited', `${edited.toFixed(2)} ms`, '< 8 ms');
report('Two calibrations compared, every place', `${comparedMs.toFixed(1)} ms`, '< 33 ms');
