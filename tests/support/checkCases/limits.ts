import type { Calibration } from '@/core/calibration';
import { neutralMap } from '@/core/correction/schema';
import { amount, type CheckCase, choose, quantity, source } from './parts';

/** A correction of fuel over fuel pressure, on or off. */
const byFuelPressure = (enabled: boolean): Calibration['corrections'][number] => {
  const shape = { on: 'fuel', operation: 'multiply', x: 'fuelPressure', y: null } as const;
  return { id: 'short', name: 'Short', enabled, ...shape, activation: null, map: neutralMap(shape, source) };
};

const yes = { value: 'yes', source } as const;

/** The whole curve of a limit at one speed. */
function coldLimit({ maps }: Calibration, rpm: number): void {
  const map = maps.limitCoolant;
  if (map !== null) map.values = map.values.map(() => rpm);
}

/** Boost control over a spring of 120 kPa, with one target everywhere. */
function boosted({ engine, boost, maps }: Calibration, kpa = 150): void {
  choose(boost.use, 'yes');
  boost.regulatesFrom = quantity(112, 'kPaAbs');
  amount(engine.boostLimit, 120);
  const cells = { sources: [source], cellSources: [0, 0, 0, 0] };
  maps.boostTarget = { x: [3000, 6000], y: [1, 5], values: [kpa, kpa, kpa, kpa], ...cells };
  maps.boostDuty = { x: [3000, 6000], y: [120, 165], values: [0, 0, 90, 60], ...cells };
}

/** What limits of speed, launch and gear shift are asked for. */
export const LIMIT_CASES: readonly CheckCase[] = [
  [
    'an engine that nothing holds back',
    'limits.use',
    /warns: It may turn 7400 rev\/min, and nothing stops it there/,
    ({ limits }) => choose(limits.use, 'no'),
    ({ limits }) => choose(limits.use, 'yes'),
  ],
  [
    'a limit beyond what the engine bears',
    'limits.hard',
    /warns: Every charge is cut from 7401 rev\/min, and the engine is described for 7400/,
    ({ limits }) => amount(limits.hard, 7401),
    ({ limits }) => amount(limits.hard, 7400),
  ],
  [
    'a soft limit above the hard one',
    'limits.soft',
    /blocks: It is held back from 7401 rev\/min and cut from 7400/,
    ({ limits }) => amount(limits.soft, 7401),
    ({ limits }) => amount(limits.soft, 7400),
  ],
  [
    'a limit that sends raw fuel into the exhaust',
    'limits.by',
    /advises: The speed limit cuts the spark while fuel runs on/,
    ({ limits }) => choose(limits.by, 'spark'),
    ({ limits }) => choose(limits.by, 'both'),
  ],
  [
    'a cold limit that reaches idle',
    'maps.limitCoolant',
    /warns: At −?-?\d+ °C it is held back from 1500 rev\/min, and it idles at \d+/,
    (document) => coldLimit(document, 1800),
    (document) => coldLimit(document, 2600),
  ],
  [
    'a launch without a switch',
    'sensors.launchSwitch.fitted',
    /warns: The launch limit is on, and no launch switch is fitted/,
    ({ sensors }) => choose(sensors.launchSwitch.fitted, 'no'),
    ({ sensors, launch }) => {
      choose(sensors.launchSwitch.fitted, 'no');
      choose(launch.use, 'no');
    },
  ],
  [
    'a launch without a vehicle speed',
    'sensors.vehicleSpeed.fitted',
    /warns: Launch ends by vehicle speed, and no sensor for it is fitted/,
    ({ sensors }) => choose(sensors.vehicleSpeed.fitted, 'no'),
    ({ sensors, launch }) => {
      choose(sensors.vehicleSpeed.fitted, 'no');
      choose(launch.use, 'no');
    },
  ],
  [
    'a launch that holds it above the normal limit',
    'launch.hard',
    /warns: Launch holds it at 7400 rev\/min, and everything is cut from 7400 anyway/,
    ({ launch }) => amount(launch.hard, 7400),
    ({ launch }) => amount(launch.hard, 7399),
  ],
  [
    'a shift cut without a switch',
    'sensors.shiftSwitch.fitted',
    /warns: The gear-shift cut is on, and no shift switch is fitted/,
    ({ shift }) => {
      Object.assign(shift, {
        use: yes,
        aboveSpeed: quantity(3000, 'rev/min'),
        aboveThrottle: quantity(30, '%'),
      });
      Object.assign(shift, { again: quantity(0.4, 's'), by: { value: 'spark', source } });
    },
    ({ shift }) => choose(shift.use, 'no'),
  ],
  [
    'a guard without its sensor',
    'protection.oilPressure.act',
    /warns: The guard of oil pressure is on, and no sensor for it is fitted/,
    ({ sensors }) => choose(sensors.oilPressure.fitted, 'no'),
    ({ sensors, protection }) => {
      choose(sensors.oilPressure.fitted, 'no');
      choose(protection.oilPressure.act, 'off');
    },
  ],
  [
    'a guard that limits boost nobody controls',
    'protection.coolant.act',
    /blocks: The guard of coolant limits boost, and boost is not controlled here/,
    ({ protection }) => choose(protection.coolant.act, 'boost'),
    ({ protection }) => choose(protection.coolant.act, 'speed'),
  ],
  [
    'a boost guard within what is meant',
    'protection.boost.above',
    /warns: It acts above 165, and the engine is meant to reach 165 kPa abs/,
    ({ protection }) => amount(protection.boost.above, 165),
    ({ protection }) => amount(protection.boost.above, 166),
  ],
  [
    'a correction by fuel pressure beside a regulator that is measured',
    'corrections.short',
    /blocks: Short adds fuel by fuel pressure, and the regulator is one that is measured/,
    (document) => {
      choose(document.injectors.regulator, 'measured');
      document.corrections = [byFuelPressure(true)];
    },
    (document) => {
      choose(document.injectors.regulator, 'measured');
      document.corrections = [byFuelPressure(false)];
    },
  ],
  [
    'boost control without a valve',
    'boost.use',
    /warns: Boost control is on, and no output drives a valve/,
    boosted,
    ({ boost }) => choose(boost.use, 'no'),
  ],
  [
    'a boost target above what is meant',
    'maps.boostTarget',
    /warns: Up to 166 are asked for, and the engine is described for 165 kPa abs/,
    (document) => boosted(document, 166),
    (document) => boosted(document, 165),
  ],
  [
    'a boost target below the spring',
    'maps.boostTarget',
    /advises: 119 kPa abs are asked for somewhere, and the spring alone holds 120/,
    (document) => boosted(document, 119),
    (document) => boosted(document, 120),
  ],
];
