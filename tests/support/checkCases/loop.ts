import { generatedMap } from '@/core/generators';
import type { Calibration } from '@/core/calibration';
import { amount, type CheckCase, choose, quantity, source } from './parts';

/** Closed loop switched on, with its maps as they are proposed. */
function on(document: Calibration): void {
  choose(document.closedLoop.use, 'yes');
  const choices = { firstRun: false, cams: 'sporting', use: 'sprint' } as const;
  for (const id of ['loopRicher', 'loopLeaner', 'loopProportional', 'loopIntegral', 'loopStart'] as const) {
    const result = generatedMap(document, id, choices, source.date);
    if (result.ok) document.maps[id] = result.proposal.after;
  }
}

/** The same with something else done. */
const onAnd =
  (change: (document: Calibration) => void) =>
  (document: Calibration): void => {
    on(document);
    change(document);
  };

/** A gain multiplied everywhere. */
function times(document: Calibration, factor: number): void {
  for (const map of [document.maps.loopProportional, document.maps.loopIntegral]) {
    if (map !== null) map.values = map.values.map((value) => value * factor);
  }
}

/** Valves that are open together for so many degrees: the exhaust one closes 14° after top dead centre. */
function overlapping({ intakeOpens }: Calibration['cams'], deg: number): void {
  amount(intakeOpens, deg - 14);
}

/** What the closed loop is asked for. */
export const LOOP_CASES: readonly CheckCase[] = [
  [
    'a closed loop without a sensor',
    'closedLoop.use',
    /blocks: Closed loop is on, and no lambda sensor is fitted/,
    onAnd(({ sensors }) => {
      choose(sensors.lambdaOne.fitted, 'no');
      choose(sensors.lambdaTwo.fitted, 'no');
    }),
    onAnd(({ sensors }) => choose(sensors.lambdaOne.fitted, 'no')),
  ],
  [
    'authority at idle with a short exhaust',
    'maps.loopRicher',
    /warns: Outside air comes back 1\.05 m at idle, and 0\.50 m of pipe are behind the sensor.* The loop may go 12 % richer at \d+ rev\/min, and in \d+ other cells like it/,
    onAnd((document) => Object.assign(document.closedLoop, { pipeBehind: quantity(500, 'mm') })),
    onAnd((document) => Object.assign(document.closedLoop, { pipeBehind: quantity(4000, 'mm') })),
  ],
  [
    'authority at idle with cams that overlap much',
    'maps.loopLeaner',
    /warns: With this much overlap air passes unburned around idle, and reads lean\. The loop may go 8 % leaner/,
    onAnd(({ cams }) => overlapping(cams, 60)),
    onAnd(({ cams }) => overlapping(cams, 30)),
  ],
  [
    'authority where nothing burns',
    'maps.loopRicher',
    /warns: Below a quarter of the air outside charges burn by chance, and read lean\. The loop may go 12 % richer at \d+ rev\/min/,
    onAnd(({ maps }) => {
      if (maps.loopRicher !== null) maps.loopRicher.y[0] = 15;
    }),
    onAnd(({ maps }) => {
      if (maps.loopRicher !== null) maps.loopRicher.y[0] = 20;
    }),
  ],
  [
    'loop gains that overshoot',
    'maps.loopProportional',
    /warns: At [\d.]+ g\/s of air lambda is read after \d+ ms, and these gains are 2\.\d times what that bears: it overshoots/,
    onAnd((document) => times(document, 2)),
    onAnd((document) => times(document, 1.3)),
  ],
  [
    'loop gains that never settle',
    'maps.loopProportional',
    /warns: .* these gains are 4\.\d times what that bears: the mixture would swing more and more/,
    onAnd((document) => times(document, 4)),
    onAnd((document) => times(document, 0.5)),
  ],
  [
    'a loop that acts on air',
    'closedLoop.duringCut',
    /warns: While fuel is cut the sum alone is frozen, and the error still acts at once/,
    onAnd(({ closedLoop }) => choose(closedLoop.duringCut, 'freeze')),
    onAnd(({ closedLoop }) => choose(closedLoop.duringCut, 'off')),
  ],
  [
    'readings that are left within the authority',
    'closedLoop.believedWithin',
    /warns: Readings are followed within 14 % of the target, and the loop may correct 12 %/,
    onAnd(({ closedLoop }) => amount(closedLoop.believedWithin, 14)),
    onAnd(({ closedLoop }) => amount(closedLoop.believedWithin, 15)),
  ],
  [
    'a loop that may lean out full load',
    'maps.loopLeaner',
    /advises: At \d+ rev\/min and full load the loop may go 6 % leaner/,
    onAnd(({ maps }) => maps.loopLeaner?.values.fill(6)),
    onAnd(({ maps }) => maps.loopLeaner?.values.fill(5)),
  ],
  [
    'a bank that no sensor sees',
    'sensors.lambdaOne.sees',
    /advises: No lambda sensor sees cylinders 4, 5, 6/,
    onAnd(({ sensors }) => choose(sensors.lambdaTwo.fitted, 'no')),
    onAnd(({ sensors }) => {
      choose(sensors.lambdaTwo.fitted, 'no');
      choose(sensors.lambdaOne.sees, 'all');
    }),
  ],
  [
    'learned trims that go further than the authority',
    'learned.limit',
    /warns: Cells may learn 13 %, and the loop may correct 12 % at most/,
    onAnd(({ learned }) => {
      choose(learned.use, 'yes');
      amount(learned.limit, 13);
    }),
    onAnd(({ learned }) => {
      choose(learned.use, 'yes');
      amount(learned.limit, 12);
    }),
  ],
  [
    'learned trims without a loop',
    'learned.use',
    /warns: Learned trims are on, and the closed loop is off/,
    ({ learned }) => choose(learned.use, 'yes'),
    onAnd(({ learned }) => choose(learned.use, 'yes')),
  ],
];
