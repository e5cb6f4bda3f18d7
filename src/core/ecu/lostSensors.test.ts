import { demo, programOf } from '@tests/support/ventisca';
import { AT, type ChannelValues, frameOf, LOST_BIT, read, SENSORS_LOST } from '../channel';
import { gridOf } from '../numeric';
import { type EcuProgram, NOTHING_LOST } from '../program';
import { INPUT_IDS } from '../sensors';
import { standInFor, stepLostSensors } from './lostSensors';
import { ecuAtKeyOn, IN_FAULT } from './state';

const PROGRAM: EcuProgram = { ...programOf(demo('ventisca')), sensorLoss: NOTHING_LOST };
const BY_THROTTLE: EcuProgram = {
  ...PROGRAM,
  sensorLoss: {
    pressure: gridOf({ x: [1000, 5000], y: [0, 100], values: [30, 90, 20, 150] }),
    pressureRicherPercent: 8,
    limitRpm: 5000,
  },
};

describe('what stands in', () => {
  const of = (id: string, fallback: number | null, lastGood: number, believed: number, sinceS = 0) =>
    standInFor(PROGRAM, id, fallback, lastGood, believed, sinceS, frameOf());

  // Half-way in speed and throttle the mean of four, 72.5 kPa, and 8 % more.
  test('for pressure: the map by speed and throttle, raised, whatever is typed', () => {
    const frame = frameOf({ speed: 3000, throttle: 50 });
    expect(standInFor(BY_THROTTLE, 'map', 70, 60, 60, 1, frame)).toBeCloseTo(78.3, 9);
    expect(standInFor(PROGRAM, 'map', 70, 60, 60, 1, frame)).toBe(70);
    expect(standInFor(BY_THROTTLE, 'oilPressure', 5, 60, 60, 1, frame)).toBe(5);
  });

  // At 3000 rev/min the map goes from 25 kPa closed to 120 wide open: 72.5 kPa is half-way.
  test('for throttle: the same map turned round, and what is typed where pressure is lost too', () => {
    const at = (manifoldPressure: number, sensorsLost = 0) =>
      standInFor(
        BY_THROTTLE,
        'throttle',
        5,
        60,
        60,
        1,
        frameOf({ speed: 3000, manifoldPressure, sensorsLost }),
      );
    expect(at(72.5)).toBeCloseTo(50, 2);
    expect([at(10), at(25), at(200)].map(Math.round)).toEqual([0, 0, 100]);
    expect(at(72.5, LOST_BIT.map)).toBe(5);
    expect(standInFor(PROGRAM, 'throttle', 5, 60, 60, 1, frameOf({ manifoldPressure: 72.5 }))).toBe(5);
  });

  test('for coolant: as it last was, warming a quarter of a kelvin a second up to what is typed', () => {
    expect(of('coolant', 80, -10, -10, 4)).toBe(-9);
    expect(of('coolant', 80, -10, 79.9, 4)).toBe(80);
    expect(of('coolant', 80, 92, 92, 4)).toBe(92);
    expect(of('coolant', 80, -10, -10, -4)).toBe(-10);
    expect(of('coolant', null, -10, -10, 4)).toBe(-10);
    expect(of('coolant', 80, NaN, NaN, 4)).toBe(80);
  });

  test('for intake air and ethanol: as they last were, and what is typed while they never were', () => {
    for (const id of ['air', 'ethanol']) {
      expect([id, of(id, 20, -15, -15)]).toEqual([id, -15]);
      expect([id, of(id, 20, NaN, NaN)]).toEqual([id, 20]);
    }
  });

  test('for all others: what is typed, else the last good reading', () => {
    expect(of('oilPressure', 300, 250, 250)).toBe(300);
    expect(of('oilPressure', null, 250, 250)).toBe(250);
  });
});

describe('which one is lost', () => {
  const lost = (program: EcuProgram, ...ids: string[]) => {
    const state = ecuAtKeyOn(program);
    for (const id of ids) state.inFault[program.inputs.findIndex((input) => input.id === id)] = 1;
    const frame = frameOf({ sensorLost: 9, sensorLimit: 1 } satisfies ChannelValues);
    stepLostSensors(program, state, frame);
    return [SENSORS_LOST[read(frame, AT.sensorLost)]?.id, read(frame, AT.sensorLimit)];
  };

  test('the one that most hangs on is told, and its limit with it', () => {
    expect(lost(BY_THROTTLE)).toEqual(['none', NaN]);
    expect(lost(BY_THROTTLE, 'air', 'coolant')).toEqual(['coolant', NaN]);
    expect(lost(BY_THROTTLE, 'coolant', 'throttle')).toEqual(['throttle', 5000]);
    expect(lost(BY_THROTTLE, 'throttle', 'map', 'gear')).toEqual(['map', 5000]);
    expect(lost(PROGRAM, 'map')).toEqual(['map', NaN]);
  });

  test('all of them are told as bits; a lambda sensor only once it has given something', () => {
    const state = ecuAtKeyOn(PROGRAM);
    const frame = frameOf();
    const place = (id: string) => PROGRAM.inputs.findIndex((input) => input.id === id);
    for (const id of ['map', 'coolant', 'lambdaOne']) state.inFault[place(id)] = 1;
    stepLostSensors(PROGRAM, state, frame);
    expect(read(frame, AT.sensorsLost)).toBe(LOST_BIT.map | LOST_BIT.coolant);
    expect(read(frame, AT.sensorsHigh)).toBe(0);
    state.inFault[place('coolant')] = IN_FAULT.high;
    state.lastGood[place('lambdaOne')] = 1;
    stepLostSensors(PROGRAM, state, frame);
    expect(read(frame, AT.sensorsLost)).toBe(LOST_BIT.map | LOST_BIT.coolant | LOST_BIT.lambdaOne);
    expect(read(frame, AT.sensorsHigh)).toBe(LOST_BIT.coolant);
  });

  test('every sensor that can be in fault has a name here', () => {
    const named = SENSORS_LOST.map(({ id }) => id as string);
    // What is counted, and what is held by hand, has no fault band.
    const without = ['vehicleSpeed', 'launchSwitch', 'shiftSwitch', 'retardSwitch'];
    expect(INPUT_IDS.filter((id) => !named.includes(id))).toEqual(
      without
        .filter((id) => !named.includes(id))
        .sort((a, b) => INPUT_IDS.indexOf(a as never) - INPUT_IDS.indexOf(b as never)),
    );
  });
});
