import type { Calibration } from '@/core/calibration';
import { neutralMap } from '@/core/correction/schema';
import { amount, type CheckCase, choose, ecu, quantity, source, table } from './parts';

/** Low-side drivers that bear so much, in an engine computer of its own. */
function lowSideBears({ pins }: Calibration, maxA: number): void {
  if (pins.ecu === null) return;
  const bears = pins.ecu.pins.map((pin) => (pin.kind === 'lowSide' ? { ...pin, maxA } : pin));
  pins.ecu = { ...pins.ecu, pins: bears };
}

/** A correction over ethanol, on or off. */
const own = (enabled: boolean): Calibration['corrections'][number] => {
  const shape = { on: 'fuel', operation: 'multiply', x: 'ethanol', y: null } as const;
  return { id: 'own', name: 'Own', enabled, ...shape, activation: null, map: neutralMap(shape, source) };
};

function oddFire({ engine }: Calibration, ...angles: number[]): void {
  engine.spacing = { value: 'odd', source };
  engine.firingAngles = table(
    ['deg'],
    angles.map((angle) => [angle]),
  );
}

/** A three-cylinder: no two stand at TDC together. */
function three({ engine }: Calibration): void {
  amount(engine.cylinders, 3);
  choose(engine.firingOrder, [1, 2, 3]);
  engine.bankTwo = null;
}

/** Teeth that all look alike, and no cam. */
function blind({ trigger }: Calibration): void {
  choose(trigger.wheel, 'even');
  choose(trigger.camSensor, 'none');
}

function strongDrivers({ injectors, pins }: Calibration, ohm: number): void {
  amount(injectors.impedance, ohm);
  for (const pin of pins.ecu?.pins ?? []) if (pin.kind === 'injector') pin.maxA = 5;
}

function fanAt({ outputs }: Calibration, threshold: number, hysteresis: number): void {
  const [condition] = outputs.find(({ id }) => id === 'fan')?.conditions ?? [];
  if (condition !== undefined) Object.assign(condition, { threshold, hysteresis });
}

/** Cases of wiring, signals, actuators and settings beside the maps: first what finds it, then what just does not. */
export const HARDWARE_CASES: readonly CheckCase[] = [
  [
    'blending without a composition sensor',
    'blend.use',
    /blocks: .*no composition sensor/,
    ({ blend }) => choose(blend.use, 'yes'),
    ({ blend, sensors }) => {
      choose(blend.use, 'yes');
      choose(sensors.ethanol.fitted, 'yes');
    },
  ],
  [
    'an overrun cut that reaches the pressure of a hot idle',
    'overrun.pressureBelow',
    /warns: Hot, it should idle at about \d+ kPa abs/,
    ({ overrun }) => amount(overrun.pressureBelow, 45),
    ({ overrun }) => amount(overrun.pressureBelow, 24),
  ],
  [
    'fuel that returns too close to idle',
    'overrun.speedAbove',
    /warns: Fuel returns at 1190 rev\/min/,
    ({ overrun }) => amount(overrun.speedAbove, 1590),
    ({ overrun }) => amount(overrun.speedAbove, 1600),
  ],
  [
    'throttle alone on a charged engine',
    'load.strategy',
    /warns: The engine is charged/,
    ({ load }) => choose(load.strategy, 'throttle'),
    ({ load }) => choose(load.strategy, 'throttlePressure'),
  ],
  [
    'a correction over a sensor that is not fitted',
    'corrections.own',
    /warns: Own looks at ethanol/,
    ({ corrections }) => corrections.push(own(true)),
    ({ corrections }) => corrections.push(own(false)),
  ],
  [
    'more firing angles than cylinders',
    'engine.firingAngles',
    /blocks: There are 5 firing angles for 6/,
    ({ engine }) => {
      choose(engine.spacing, 'odd');
      engine.firingAngles = table(['deg'], [[0], [90], [240], [330], [480]]);
    },
    ({ engine }) => {
      choose(engine.spacing, 'odd');
      engine.firingAngles = table(['deg'], [[0], [90], [240], [330], [480], [570]]);
    },
  ],
  [
    'a bank with a cylinder too many',
    'engine.bankTwo',
    /blocks: Bank 2 names cylinder 7/,
    ({ engine }) => choose(engine.bankTwo, [4, 5, 7]),
    ({ engine }) => choose(engine.bankTwo, [2, 4, 6]),
  ],
  [
    'cam angles with their signs turned',
    'cams.intakeCloses',
    /blocks: Intake would be open for only/,
    // 12 + 180 − 73 = 119°; with −72 it is 120.
    ({ cams }) => amount(cams.intakeCloses, -73),
    ({ cams }) => amount(cams.intakeCloses, -72),
  ],
  [
    'TDC inside the gap',
    'trigger.tdcOffset',
    /warns: TDC of cylinder 1 falls into the gap/,
    // 60 − 2: the gap begins 360 − 18 = 342° after the first tooth.
    ({ trigger }) => amount(trigger.tdcOffset, 343),
    ({ trigger }) => amount(trigger.tdcOffset, 342),
  ],
  [
    'as many teeth left out as there are',
    'trigger.missingTeeth',
    /blocks: 10 of 10 teeth/,
    ({ trigger }) => (amount(trigger.teeth, 10), amount(trigger.missingTeeth, 10)),
    ({ trigger }) => (amount(trigger.teeth, 10), amount(trigger.missingTeeth, 1)),
  ],
  [
    'two jobs on a pin',
    'pins.air',
    /blocks: Pin A12 does Air temperature and Coolant temperature/,
    ({ pins }) => pins.assignments.forEach((entry) => entry.function === 'air' && (entry.pin = 'A12')),
    ({ pins }) => pins.assignments.forEach((entry) => entry.function === 'air' && (entry.pin = 'A14')),
  ],
  [
    'a coil with igniter on a direct driver',
    'pins.coil-1',
    /blocks: Coil 1 cannot go to B13.*direct driver would burn it/,
    ({ pins }) => pins.assignments.forEach((entry) => entry.function === 'coil-1' && (entry.pin = 'B13')),
    () => undefined,
  ],
  [
    'a plain coil on a logic output',
    'pins.coil-1',
    /blocks: Coil 1 cannot go to B7.*burn a logic output/,
    ({ coils }) => choose(coils.igniter, 'none'),
    ({ coils, pins }) => {
      choose(coils.igniter, 'none');
      pins.assignments.forEach((entry) => entry.function === 'coil-1' && (entry.pin = 'B13'));
    },
  ],
  [
    'a manifold sensor smaller than the boost',
    'sensors.map.points',
    /blocks: The sensor ends at 164 kPa abs, below the 165/,
    ({ sensors }) =>
      (sensors.map.points = table(
        ['V', 'kPaAbs'],
        [
          [0.4, 20],
          [4.65, 164],
        ],
      )),
    ({ sensors }) =>
      (sensors.map.points = table(
        ['V', 'kPaAbs'],
        [
          [0.4, 20],
          [4.65, 165],
        ],
      )),
  ],
  [
    'a sensor’s table that turns back',
    'sensors.map.points',
    /blocks: Row 3 turns back/,
    ({ sensors }) =>
      (sensors.map.points = table(
        ['V', 'kPaAbs'],
        [
          [0.4, 20],
          [4, 250],
          [4.65, 240],
        ],
      )),
    ({ sensors }) =>
      (sensors.map.points = table(
        ['V', 'kPaAbs'],
        [
          [0.4, 20],
          [4, 250],
          [4.65, 251],
        ],
      )),
  ],
  [
    'a fault band inside a sensor’s range',
    'sensors.map.faultLow',
    /blocks: 0.40 V belongs to the sensor/,
    ({ sensors }) => amount(sensors.map.faultLow, 0.41),
    ({ sensors }) => amount(sensors.map.faultLow, 0.4),
  ],
  [
    'wide open on the fault',
    'sensors.throttle.openVolts',
    /blocks: Wide open is 0.14 V from the fault/,
    ({ sensors }) => amount(sensors.throttle.openVolts, 4.56),
    ({ sensors }) => amount(sensors.throttle.openVolts, 4.55),
  ],
  [
    'a thermistor’s point off its curve',
    'sensors.coolant.resistances',
    /warns: The point at 60 °C is/,
    ({ sensors }) => sensors.coolant.resistances?.rows.splice(4, 1, [60, 700]),
    () => undefined,
  ],
  [
    'a thermistor’s resistance listed twice',
    'sensors.coolant.resistances',
    /blocks: Two points have the same resistance/,
    ({ sensors }) =>
      (sensors.coolant.resistances = table(
        ['degC', 'ohm'],
        [
          [0, 2500],
          [20, 2500],
          [100, 186],
        ],
      )),
    ({ sensors }) =>
      (sensors.coolant.resistances = table(
        ['degC', 'ohm'],
        [
          [0, 5896],
          [20, 2500],
          [100, 186],
        ],
      )),
  ],
  [
    'a pull-up other than the engine computer’s',
    'sensors.coolant.pullUp',
    /warns: The temperature inputs of Generic, six channels have 2490 Ω, not 1000/,
    ({ sensors }) => amount(sensors.coolant.pullUp, 1000),
    ({ sensors }) => amount(sensors.coolant.pullUp, 2500),
  ],
  [
    'a lambda sensor believed nowhere',
    'sensors.lambdaOne.believedTo',
    /blocks: Nothing is believed between 0.65 and 0.65/,
    ({ sensors }) => amount(sensors.lambdaOne.believedTo, 0.65),
    ({ sensors }) => amount(sensors.lambdaOne.believedTo, 0.7),
  ],
  [
    'a lambda sensor at a cylinder there is not',
    'sensors.lambdaOne.cylinder',
    /blocks: There is no cylinder 7/,
    ({ sensors }) => (
      choose(sensors.lambdaOne.sees, 'cylinder'),
      (sensors.lambdaOne.cylinder = quantity(7, '1'))
    ),
    ({ sensors }) => (
      choose(sensors.lambdaOne.sees, 'cylinder'),
      (sensors.lambdaOne.cylinder = quantity(6, '1'))
    ),
  ],
  [
    'a lambda sensor at a bank there is not',
    'sensors.lambdaTwo.sees',
    /blocks: No cylinder is on bank 2/,
    ({ engine }) => (engine.bankTwo = null),
    () => undefined,
  ],
  [
    'a resonant knock sensor of another bore',
    'sensors.knock.resonance',
    /warns: A bore of 84 mm knocks near 6.63 kHz/,
    // 6.627 kHz · 0.85 = 5.633.
    ({ sensors }) => (
      choose(sensors.knock.kind, 'resonant'),
      (sensors.knock.resonance = quantity(5.6, 'kHz'))
    ),
    ({ sensors }) => (
      choose(sensors.knock.kind, 'resonant'),
      (sensors.knock.resonance = quantity(5.65, 'kHz'))
    ),
  ],
  [
    'gears that cannot be told apart',
    'sensors.gear.points',
    /blocks: Gears 1 and 2 are 0.19 V apart/,
    ({ sensors }) =>
      (sensors.gear.points = table(
        ['1', 'V'],
        [
          [1, 1],
          [2, 1.19],
        ],
      )),
    ({ sensors }) =>
      (sensors.gear.points = table(
        ['1', 'V'],
        [
          [1, 1],
          [2, 1.2],
        ],
      )),
  ],
  [
    'a gear whose voltage counts as a fault',
    'sensors.gear.faultLow',
    /blocks: 0.50 V belongs to the sensor/,
    ({ sensors }) => amount(sensors.gear.faultLow, 0.51),
    ({ sensors }) => amount(sensors.gear.faultLow, 0.5),
  ],
  [
    'an ethanol sensor whose own range counts as a fault',
    'sensors.ethanol.faultBelow',
    /blocks: 50 Hz belongs to the sensor/,
    ({ sensors }) => {
      choose(sensors.ethanol.fitted, 'yes');
      sensors.ethanol.points = table(
        ['Hz', '%'],
        [
          [50, 0],
          [150, 100],
        ],
      );
      amount(sensors.ethanol.faultBelow, 51);
    },
    ({ sensors }) => {
      choose(sensors.ethanol.fitted, 'yes');
      sensors.ethanol.points = table(
        ['Hz', '%'],
        [
          [50, 0],
          [150, 100],
        ],
      );
      amount(sensors.ethanol.faultBelow, 50);
    },
  ],
  [
    'ethanol that turns back',
    'sensors.ethanol.points',
    /blocks: Row 3 turns back/,
    ({ sensors }) => {
      choose(sensors.ethanol.fitted, 'yes');
      sensors.ethanol.points = table(
        ['Hz', '%'],
        [
          [50, 0],
          [100, 60],
          [150, 50],
        ],
      );
    },
    ({ sensors }) => {
      choose(sensors.ethanol.fitted, 'yes');
      sensors.ethanol.points = table(
        ['Hz', '%'],
        [
          [50, 0],
          [100, 60],
          [150, 100],
        ],
      );
    },
  ],
  [
    'a flow that looks like lb/h',
    'injectors.ratedFlow',
    /warns: 60 cm³\/min is very small/,
    ({ injectors }) => amount(injectors.ratedFlow, 60),
    ({ injectors }) => amount(injectors.ratedFlow, 130),
  ],
  [
    'flow that falls with pressure',
    'injectors.flowPoints',
    /blocks: Row 2 flows no more/,
    ({ injectors }) =>
      (injectors.flowPoints = table(
        ['kPa', 'cm3/min'],
        [
          [300, 610],
          [400, 610],
        ],
      )),
    ({ injectors }) =>
      (injectors.flowPoints = table(
        ['kPa', 'cm3/min'],
        [
          [300, 610],
          [400, 611],
        ],
      )),
  ],
  [
    'peak torque above peak power',
    'engine.torquePeakSpeed',
    /blocks: Peak torque at 6801 rev\/min is above peak power at 6800/,
    ({ engine }) => amount(engine.torquePeakSpeed, 6801),
    ({ engine }) => amount(engine.torquePeakSpeed, 6800),
  ],
  [
    'peak power above the maximum speed',
    'engine.powerPeakSpeed',
    /blocks: Peak power at 7401 rev\/min is above the maximum speed of 7400/,
    ({ engine }) => amount(engine.powerPeakSpeed, 7401),
    ({ engine }) => amount(engine.powerPeakSpeed, 7400),
  ],
  [
    // 80.45 kPa at 1,900 m, and 6 % of room for a tuned intake: 85.3.
    'a pressure without a charger that the air has not',
    'engine.maxManifoldPressure',
    /blocks: 86 kPa abs cannot be reached without a charger/,
    ({ engine }) => {
      choose(engine.induction, 'natural');
      amount(engine.maxManifoldPressure, 86);
    },
    ({ engine }) => {
      choose(engine.induction, 'natural');
      amount(engine.maxManifoldPressure, 85);
    },
  ],
  [
    'dead time that falls with pressure',
    'injectors.deadTime',
    /warns: Dead time falls with pressure at 14 V/,
    ({ injectors }) => injectors.deadTime?.rows.splice(7, 1, { volts: 14, times: [0.92, 0.97, 0.94] }),
    ({ injectors }) => injectors.deadTime?.rows.splice(7, 1, { volts: 14, times: [0.92, 0.97, 0.96] }),
  ],
  [
    'resistances that make a curve which turns back',
    'sensors.coolant.resistances',
    /blocks: These points make a curve that turns back/,
    ({ sensors }) =>
      (sensors.coolant.resistances = table(
        ['degC', 'ohm'],
        [
          [-20, 15462],
          [20, 14000],
          [100, 186.6],
        ],
      )),
    ({ sensors }) =>
      (sensors.coolant.resistances = table(
        ['degC', 'ohm'],
        [
          [-20, 15462],
          [20, 2500],
          [100, 186.6],
        ],
      )),
  ],
  [
    'a rail pressure that boost uses up',
    // 184.6 gauge + 80.4 − 165 leaves 100 kPa.
    'injectors.railPressure',
    /165 kPa abs intended, only \d+ kPa are left/,
    ({ injectors }) => {
      choose(injectors.regulator, 'fixed');
      amount(injectors.railPressure, 183);
    },
    ({ injectors }) => {
      choose(injectors.regulator, 'fixed');
      amount(injectors.railPressure, 185);
    },
  ],
  [
    'measured pressure without a sensor',
    'injectors.regulator',
    /blocks: Measured pressure needs a fuel pressure sensor/,
    ({ injectors, sensors }) => (
      choose(injectors.regulator, 'measured'),
      choose(sensors.fuelPressure.fitted, 'no')
    ),
    ({ injectors }) => choose(injectors.regulator, 'measured'),
  ],
  [
    'a kink in dead time',
    'injectors.deadTime',
    /warns: Kink at 11 V.*\(350 kPa\)/,
    ({ injectors }) => injectors.deadTime?.rows.splice(4, 1, { volts: 11, times: [null, 1.6, null] }),
    ({ injectors }) => injectors.deadTime?.rows.splice(4, 1, { volts: 11, times: [null, 1.44, null] }),
  ],
  [
    'dead time that falls with pressure',
    'injectors.deadTime',
    /warns: Dead time falls with pressure at 14 V/,
    ({ injectors }) => injectors.deadTime?.rows.splice(7, 1, { volts: 14, times: [1.05, 0.97, 1.02] }),
    () => undefined,
  ],
  [
    'low-impedance injectors on plain drivers',
    'injectors.impedance',
    /blocks: One injector of 2.4 Ω draw.* burns/,
    ({ injectors }) => amount(injectors.impedance, 2.4),
    ({ injectors }) => (amount(injectors.impedance, 2.4), (injectors.ballast = quantity(5, 'ohm'))),
  ],
  [
    'sequential injection without a cam signal',
    'injection.mode',
    /blocks: Sequential injection needs a cam signal/,
    ({ trigger }) => choose(trigger.camSensor, 'none'),
    ({ trigger, injection }) => (choose(trigger.camSensor, 'none'), choose(injection.mode, 'semiSequential')),
  ],
  [
    'fewer drivers than injectors',
    'injection.wiring',
    /blocks: 6 injector drivers are needed and the engine computer has 4. Wire injectors in pairs/,
    ({ pins }) => (pins.ecu = ecu('generic-four')),
    ({ pins, injection }) => {
      pins.ecu = ecu('generic-four');
      choose(injection.mode, 'batch');
      choose(injection.wiring, 'pairs');
    },
  ],
  [
    'a hand-over with hardly a width',
    'staging.fullAt',
    /blocks: The hand-over from 50 to 54 %/,
    ({ staging }) => (
      choose(staging.fitted, 'yes'),
      Object.assign(staging, { beginsAt: quantity(50, '%'), fullAt: quantity(54, '%') })
    ),
    ({ staging }) => (
      choose(staging.fitted, 'yes'),
      Object.assign(staging, { beginsAt: quantity(50, '%'), fullAt: quantity(55, '%') })
    ),
  ],
  [
    'a coil a cylinder without a cam signal',
    'coils.mode',
    /blocks: A coil a cylinder needs a cam signal/,
    ({ trigger }) => choose(trigger.camSensor, 'none'),
    ({ trigger, coils }) => (choose(trigger.camSensor, 'none'), choose(coils.mode, 'wasted')),
  ],
  [
    'dwell that does not fit at maximum speed',
    'coils.dwell',
    /blocks: Dwell 2.70 ms and spark 1.2 ms do not fit into the 2.70 ms/,
    // One coil for six at 7400 rev/min: 120 000/7400/6 = 2.70 ms. A coil for two has 8.11.
    ({ coils }) => choose(coils.mode, 'distributor'),
    ({ coils }) => choose(coils.mode, 'wasted'),
  ],
  [
    'dwell that rises with voltage',
    'coils.dwell',
    /warns: Dwell rises at row 2/,
    ({ coils }) =>
      (coils.dwell = table(
        ['V', 'ms'],
        [
          [8, 3],
          [14, 3.1],
        ],
      )),
    ({ coils }) =>
      (coils.dwell = table(
        ['V', 'ms'],
        [
          [8, 3],
          [14, 3],
        ],
      )),
  ],
  [
    'a current the coil never reaches while cranking',
    'coils.wantedCurrent',
    // 9 V over 0.55 Ω is 16.4 A.
    /warns: At 9 V, while cranking, this coil reaches 16.4 A/,
    ({ coils }) => (choose(coils.dwellBy, 'coil'), amount(coils.wantedCurrent, 16.5)),
    ({ coils }) => (choose(coils.dwellBy, 'coil'), amount(coils.wantedCurrent, 12)),
  ],
  [
    'more current than a direct driver bears',
    'coils.wantedCurrent',
    /blocks: 12.5 A are more than the coil driver bears \(12 A\)/,
    ({ coils, pins }) => {
      choose(coils.igniter, 'none');
      choose(coils.dwellBy, 'coil');
      amount(coils.wantedCurrent, 12.5);
      pins.assignments = [];
    },
    ({ coils, pins }) => {
      choose(coils.igniter, 'none');
      choose(coils.dwellBy, 'coil');
      amount(coils.wantedCurrent, 11.9);
      pins.assignments = [];
    },
  ],
  [
    'an output that is never on',
    'outputs.fan',
    /blocks: Fan has no condition/,
    ({ outputs }) => outputs.forEach((output) => output.id === 'fan' && (output.conditions = [])),
    () => undefined,
  ],
  [
    'an output that draws more than its pin bears, without a relay',
    'outputs.fan',
    /blocks: Fan puts 18 A on pin \S+, which bears \S+ A and burns\. Put a relay between, or choose a pin that bears more/,
    ({ outputs }) => outputs.forEach((output) => output.id === 'fan' && (output.throughRelay = false)),
    ({ outputs }) => outputs.forEach((output) => output.id === 'fan' && (output.currentA = 40)),
  ],
  [
    'a relay on a pin that cannot bear even that',
    'outputs.fan',
    /blocks: Fan puts 0\.2 A on pin \S+, which bears 0\.1 A and burns\. Choose a pin that bears more/,
    (document) => lowSideBears(document, 0.1),
    (document) => lowSideBears(document, 0.2),
  ],
  [
    'an idle valve that no output drives',
    'outputs.idleValve',
    /blocks: The engine computer drives the idle valve, and no output is there for it/,
    (document) => (document.outputs = document.outputs.filter(({ purpose }) => purpose !== 'idleValve')),
    (document) => {
      document.outputs = document.outputs.filter(({ purpose }) => purpose !== 'idleValve');
      choose(document.idle.air, 'screw');
    },
  ],
  [
    'a firing order that names a cylinder twice',
    'engine.firingOrder',
    /blocks: Firing order names cylinder 1 twice/,
    ({ engine }) => choose(engine.firingOrder, [1, 4, 2, 5, 3, 1]),
    () => undefined,
  ],
  [
    'firing angles for too few cylinders',
    'engine.firingAngles',
    /blocks: There are 2 firing angles for 6 cylinders/,
    (document) => oddFire(document, 0, 120),
    (document) => oddFire(document, 0, 90, 240, 330, 480, 570),
  ],
  [
    'firing angles that do not begin with 0',
    'engine.firingAngles',
    /blocks: Firing angles count from the first cylinder: the first must be 0, not 10/,
    (document) => oddFire(document, 10, 90, 240, 330, 480, 570),
    (document) => oddFire(document, 0, 90, 240, 330, 480, 570),
  ],
  [
    'a bank that names a cylinder twice',
    'engine.bankTwo',
    /blocks: Bank 2 names a cylinder twice/,
    ({ engine }) => choose(engine.bankTwo, [4, 4]),
    ({ engine }) => choose(engine.bankTwo, [4, 5]),
  ],
  [
    'a bank that holds every cylinder',
    'engine.bankTwo',
    /blocks: Bank 2 holds every cylinder/,
    ({ engine }) => choose(engine.bankTwo, [1, 2, 3, 4, 5, 6]),
    ({ engine }) => choose(engine.bankTwo, [1, 2, 3, 4, 5]),
  ],
  [
    'a gap that cannot be told from the teeth',
    'trigger.missingTeeth',
    /blocks: A gap of 4 among 8 teeth/,
    ({ trigger }) => (amount(trigger.teeth, 12), amount(trigger.missingTeeth, 4)),
    ({ trigger }) => (amount(trigger.teeth, 12), amount(trigger.missingTeeth, 3)),
  ],
  [
    'teeth that stand far apart',
    'trigger.teeth',
    /warns: One tooth every 33° is coarse/,
    ({ trigger }) => (amount(trigger.teeth, 11), amount(trigger.missingTeeth, 1)),
    ({ trigger }) => (amount(trigger.teeth, 12), amount(trigger.missingTeeth, 1)),
  ],
  [
    'a cam window that reaches half-way',
    'trigger.camWindow',
    /blocks: A window of 121° reaches half-way to the next cam pulse \(120°\)/,
    ({ trigger }) => (amount(trigger.camTeeth, 3), amount(trigger.camWindow, 121)),
    ({ trigger }) => (amount(trigger.camTeeth, 3), amount(trigger.camWindow, 120)),
  ],
  [
    'crank teeth that cam teeth do not divide',
    'trigger.camTeeth',
    /warns: 116 crank teeth do not divide by 3 cam teeth/,
    ({ trigger }) => amount(trigger.camTeeth, 3),
    ({ trigger }) => amount(trigger.camTeeth, 4),
  ],
  [
    'a cam pulse in the gap',
    'trigger.camPosition',
    /warns: The cam pulse comes inside the crank gap/,
    ({ trigger }) => amount(trigger.camPosition, 90),
    ({ trigger }) => amount(trigger.camPosition, 150),
  ],
  [
    'a fault band that takes temperatures in use',
    'sensors.coolant.faultHigh',
    /warns: 4\.\d\d V belongs to the sensor’s own range but counts as a fault \(below 0.1 or above 4 V\)/,
    ({ sensors }) => amount(sensors.coolant.faultHigh, 4),
    ({ sensors }) => amount(sensors.coolant.faultHigh, 4.9),
  ],
  [
    'a fault band that leaves nothing',
    'sensors.map.faultLow',
    /blocks: The fault band leaves nothing: below 4.9 V and above 4.85 V/,
    ({ sensors }) => amount(sensors.map.faultLow, 4.9),
    () => undefined,
  ],
  [
    'a throttle captured at one end only',
    'sensors.throttle.openVolts',
    /blocks: Closed and wide open are only 0.50 V apart/,
    ({ sensors }) => (amount(sensors.throttle.closedVolts, 0.6), amount(sensors.throttle.openVolts, 1.1)),
    ({ sensors }) => (amount(sensors.throttle.closedVolts, 0.6), amount(sensors.throttle.openVolts, 1.6)),
  ],
  [
    'a closed throttle at its fault band',
    'sensors.throttle.closedVolts',
    /blocks: Closed is 0.10 V from the fault band/,
    ({ sensors }) => (amount(sensors.throttle.closedVolts, 0.5), amount(sensors.throttle.faultLow, 0.4)),
    ({ sensors }) => (amount(sensors.throttle.closedVolts, 0.5), amount(sensors.throttle.faultLow, 0.3)),
  ],
  [
    'a short that cannot be told',
    'sensors.throttle.faultLow',
    /blocks: Below 0.1 V a short to ground cannot be told/,
    ({ sensors }) => amount(sensors.throttle.faultLow, 0.05),
    ({ sensors }) => amount(sensors.throttle.faultLow, 0.1),
  ],
  [
    'a break that cannot be told',
    'sensors.throttle.faultHigh',
    /blocks: Above 4.9 V a break cannot be told/,
    ({ sensors }) => amount(sensors.throttle.faultHigh, 4.95),
    ({ sensors }) => amount(sensors.throttle.faultHigh, 4.9),
  ],
  [
    'a flow that looks like cubic centimetres',
    'injectors.ratedFlow',
    /warns: 610 lb\/h is very large/,
    ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount: 610, unit: 'lb/h' }),
    ({ injectors }) => Object.assign(injectors.ratedFlow ?? {}, { amount: 58, unit: 'lb/h' }),
  ],
  [
    'a coil that would carry too much for long',
    'injectors.impedance',
    /blocks: A low-impedance injector of 4 Ω would carry 3.6 A all the time/,
    (document) => strongDrivers(document, 4),
    (document) => strongDrivers(document, 8),
  ],
  [
    'semi-sequential without a crank position',
    'injection.mode',
    /blocks: Semi-sequential injection needs to know where the crank is/,
    (document) => (blind(document), choose(document.injection.mode, 'semiSequential')),
    (document) => (blind(document), choose(document.injection.mode, 'batch')),
  ],
  [
    'pairs timed one by one',
    'injection.wiring',
    /blocks: Two injectors on one driver cannot be timed one by one/,
    ({ injection }) => choose(injection.wiring, 'pairs'),
    ({ injection }) => (choose(injection.wiring, 'pairs'), choose(injection.mode, 'batch')),
  ],
  [
    'pairs on an engine that has none',
    'injection.wiring',
    /blocks: Not every cylinder has another at TDC with it, so they cannot be wired in pairs/,
    (document) => (three(document), choose(document.injection.wiring, 'pairs')),
    three,
  ],
  [
    'wasted spark on an engine without pairs',
    'coils.mode',
    /blocks: Not every cylinder has another at TDC with it, so one coil cannot serve two/,
    (document) => (three(document), choose(document.coils.mode, 'wasted')),
    three,
  ],
  [
    'wasted spark without a crank position',
    'coils.mode',
    /blocks: Wasted spark needs to know where the crank is/,
    (document) => (blind(document), choose(document.coils.mode, 'wasted')),
    (document) => (blind(document), choose(document.coils.mode, 'distributor')),
  ],
  [
    'a threshold outside its channel',
    'outputs.fan',
    /blocks: Coolant runs from -50 to 160; 170 is outside/,
    (document) => fanAt(document, 170, 5),
    (document) => fanAt(document, 160, 5),
  ],
  [
    'a hysteresis that never lets go',
    'outputs.fan',
    /blocks: With a hysteresis of 200 it would never switch off: coolant cannot reach -106/,
    (document) => fanAt(document, 94, 200),
    (document) => fanAt(document, 94, 144),
  ],
];
