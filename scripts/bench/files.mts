/** How long it takes to refuse a file that is none, and to read one that is as large as they come. */
import { calibrationToText } from '@/core/calibration';
import { fileReaders } from '@/workers/readFileTask';
import { largeMap } from './largeMap.mts';
import { report, timed } from './report.mts';

const MEGABYTES = 8;
const LENGTH = MEGABYTES * 1024 * 1024;
const good = calibrationToText(largeMap());
const BAD: readonly (readonly [string, string])[] = [
  ['nothing but brackets', '['.repeat(LENGTH)],
  [
    'brackets closed again',
    `{"format":"lumbre-calibration","x":${'['.repeat(LENGTH / 2)}${']'.repeat(LENGTH / 2)}}`,
  ],
  ['bad cells', good.replace(/"values": \[/, `"values": [${'"bad",'.repeat(LENGTH / 6)}`)],
  ['one text without an end', `{"format":"lumbre-calibration","note":"${'x'.repeat(LENGTH)}`],
  ['many short lists', `{"format":"lumbre-calibration","version":3,"x":[${'[0],'.repeat(LENGTH / 4)}0]}`],
];

for (const [what, text] of BAD) {
  const ms = timed(
    () => {
      if (fileReaders.calibration(text).ok) throw new Error(`${what} was taken`);
    },
    3,
    1,
  );
  report(`${MEGABYTES} MB of ${what} refused`, `${ms.toFixed(0)} ms`, '< 500 ms');
}
report(
  'The largest calibration read',
  `${timed(() => void fileReaders.calibration(good)).toFixed(0)} ms`,
  '',
);
