import type { Calibration } from '@/core/calibration';
import { generatedMap } from '@/core/generators';
import { amount, type CheckCase, choose, quantity, source } from './parts';

/** Knock control switched on, with its maps as they are proposed, and something else done. */
const onAnd =
  (change: (document: Calibration) => void) =>
  (document: Calibration): void => {
    choose(document.knock.use, 'yes');
    document.knock.band = quantity(6.63, 'kHz');
    const choices = { firstRun: false, cams: 'sporting', use: 'sprint' } as const;
    const maps = [
      'knockStart',
      'knockLength',
      'knockThreshold',
      'knockCoolant',
      'knockFactor',
      'knockFuel',
    ] as const;
    for (const id of maps) {
      const result = generatedMap(document, id, choices, source.date);
      if (result.ok) document.maps[id] = result.proposal.after;
    }
    change(document);
  };

/** What knock control is asked for. */
export const KNOCK_CASES: readonly CheckCase[] = [
  [
    'knock control without a sensor',
    'knock.use',
    /blocks: Knock control is on, and no knock sensor is fitted/,
    onAnd(({ sensors }) => choose(sensors.knock.fitted, 'no')),
    onAnd(() => undefined),
  ],
  [
    'a knock window that begins before top dead centre',
    'maps.knockStart',
    /warns: At \d+ rev\/min listening begins 3° before top dead centre, and the spark comes \d+° before it/,
    onAnd(({ maps }) => {
      if (maps.knockStart !== null) maps.knockStart.values[2] = -3;
    }),
    onAnd(({ maps }) => {
      if (maps.knockStart !== null) maps.knockStart.values[2] = 4;
    }),
  ],
  [
    'a threshold under the noise',
    'maps.knockThreshold',
    /warns: At \d+ rev\/min the threshold is 0\.30 V, and 0\.\d\d V of noise are to be expected/,
    onAnd(({ maps }) => {
      if (maps.knockThreshold !== null) maps.knockThreshold.values[3] = 0.3;
    }),
    onAnd(({ maps }) => {
      if (maps.knockThreshold === null) return;
      maps.knockThreshold.values[3] = 0.3;
      maps.knockThreshold.sources.push({ kind: 'measured', date: source.date });
      maps.knockThreshold.cellSources[3] = maps.knockThreshold.sources.length - 1;
    }),
  ],
  [
    'a band beside the bore’s own',
    'knock.band',
    /warns: This bore rings at 6\.63 kHz, and 7\.10 kHz are listened at/,
    onAnd(({ knock }) => amount(knock.band, 7.1)),
    onAnd(({ knock }) => amount(knock.band, 7)),
  ],
  [
    'a gain that leaves no room',
    'knock.gain',
    /warns: At 7000 rev\/min 3\.\d V of noise are to be expected, and the amplifier ends at 5 V/,
    onAnd(({ knock }) => amount(knock.gain, 2.2)),
    onAnd(({ knock }) => amount(knock.gain, 2)),
  ],
];
