import {
  type Calibration,
  fieldInfo,
  type FieldPath,
  sectionAt,
  splitPath,
  usedMaps,
} from '@/core/calibration';
import type { LoadStrategy } from '@/core/fuel';
import { generatedMap } from '@/core/generators';
import { isSecondMapId, MAP_DEFINITIONS } from '@/core/program';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { demo, TEST_DAY } from './ventisca';

/** Chooses one of a field’s options, as if it had been entered. */
export function choose(document: Calibration, path: FieldPath, value: unknown): void {
  const { section, key } = splitPath(path);
  sectionAt(document, section)[key] = { value, source: { kind: 'measured', date: TEST_DAY } };
}

/** Ventisca with everything fitted and switched on that can be. */
export function everything(change: (document: Calibration) => void = () => undefined): Calibration {
  return demo('ventisca', (document) => {
    for (const { id } of SENSOR_INFO) {
      if (fieldInfo(`sensors.${id}.fitted`) !== undefined) choose(document, `sensors.${id}.fitted`, 'yes');
    }
    for (const path of [
      'staging.fitted',
      'blend.use',
      'overrun.use',
      'launch.use',
      'shift.use',
      'boost.use',
      'closedLoop.use',
      'knock.use',
    ] as const)
      choose(document, path, 'yes');
    document.boost.regulatesFrom = {
      amount: 150,
      unit: 'kPaAbs',
      source: { kind: 'measured', date: TEST_DAY },
    };
    document.knock.band = { amount: 6.63, unit: 'kHz', source: { kind: 'measured', date: TEST_DAY } };
    change(document);
  });
}

/** The ways of measuring load. */
export const STRATEGIES: readonly LoadStrategy[] = [
  'speedDensity',
  'throttle',
  'throttlePressure',
  'airMass',
  'pulseWidth',
];

/** {@link everything}, with load measured in one way and every map in use there, as proposed. */
export function everyMapWith(strategy: LoadStrategy): Calibration {
  const document = everything((draft) => {
    choose(draft, 'load.strategy', strategy);
    const source = { kind: 'measured', date: TEST_DAY } as const;
    draft.idle.throttleWorth = { amount: 3, unit: '%', source };
    draft.load.meter = {
      units: ['V', 'g/s'],
      rows: [
        [0.5, 0],
        [4.5, 300],
      ],
      source,
    };
  });
  for (const id of usedMaps(document)) {
    const result = generatedMap(document, id, { firstRun: false, cams: 'sporting', use: 'sprint' }, TEST_DAY);
    if (!result.ok || document.maps[id] !== null) continue;
    document.maps[id] = result.proposal.after;
  }
  const { limitGear } = document.maps;
  // As proposed it is the normal limit, and never the lowest.
  if (limitGear !== null) limitGear.values = limitGear.values.map((rpm) => rpm - 1000);
  for (const id of usedMaps(document).filter(isSecondMapId)) {
    const { max, step } = MAP_DEFINITIONS[id];
    const map = document.maps[id];
    // Proposed like its first, a second map would blend to the same.
    if (map !== null) map.values = map.values.map((value) => Math.min(max, value + 5 * step));
  }
  return document;
}
