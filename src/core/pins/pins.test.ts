import { ECUS } from './ecus';
import { type EcuDescription, ecuSchema, pinCounts } from './ecuSchema';
import type { PinAssignment } from './pinsSchema';
import {
  filledAssignments,
  freeFunctions,
  freePins,
  loomList,
  loomMoves,
  type PinFunction,
  takenPins,
  unwired,
  wiringConflicts,
} from './wiring';

const SOURCE = { kind: 'computed', date: '2026-11-23' } as const;
const ecu = (id: string) => ECUS.find((candidate) => candidate.id === id) as EcuDescription;
const FOUR = ecu('generic-four');
const wire = (id: string, pin: string): PinAssignment => ({ function: id, pin, wire: '', source: SOURCE });
const FUNCTIONS: PinFunction[] = [
  { id: 'coolant', label: 'Coolant temperature', accepts: ['temperature'] },
  { id: 'air', label: 'Air temperature', accepts: ['temperature'] },
  { id: 'coil1', label: 'Coil 1', accepts: ['coilLogic'], because: 'Its igniter takes a logic signal.' },
  { id: 'pump', label: 'Fuel pump', accepts: ['lowSide', 'highSide'] },
];

describe('engine computers as data', () => {
  test('ship valid, each with a name of its own, small and large ones', () => {
    const injectors = (id: string) => ecu(id).pins.filter((pin) => pin.kind === 'injector').length;
    expect(['generic-four', 'generic-six', 'generic-twelve'].map(injectors)).toEqual([4, 6, 12]);
    for (const key of ['id', 'name'] as const) {
      expect(new Set(ECUS.map((one) => one[key])).size).toBe(ECUS.length);
    }
    expect(pinCounts(FOUR)).toContainEqual({ kind: 'temperature', count: 2 });
  });

  test.each([
    ['a pin listed twice', { pins: [...FOUR.pins, FOUR.pins[0]] }, /Pin A1 is listed twice/],
    [
      'a driver without a limit',
      { pins: [...FOUR.pins, { id: 'Z1', kind: 'lowSide' }] },
      /Z1 drives a load and needs maxA/,
    ],
    ['a pin name that is none', { pins: [...FOUR.pins, { id: 'pin 7', kind: 'cam' }] }, /called by a letter/],
    ['another format', { format: 'something' }, /lumbre-ecu/],
  ])('%s is refused', (_, change, message) => {
    const result = ecuSchema.safeParse({ ...FOUR, ...change });
    expect(result.success).toBe(false);
    expect(JSON.stringify(result.error?.issues)).toMatch(message);
  });
});

describe('functions and pins', () => {
  test('only fitting free pins are offered, from either end', () => {
    const offered = freePins(FOUR, [wire('coolant', 'A7')], FUNCTIONS[1] as PinFunction);
    expect(offered.map((pin) => pin.id)).toEqual(['A8']);
    const pump = freePins(FOUR, [], FUNCTIONS[3] as PinFunction).map((pin) => pin.id);
    expect(pump).toEqual(['B9', 'B10', 'B11', 'B12']);
    const pin = FOUR.pins.find(({ id }) => id === 'A8');
    expect(pin && freeFunctions(pin, [wire('coolant', 'A7')], FUNCTIONS).map(({ id }) => id)).toEqual([
      'air',
    ]);
  });

  test('taken pins that fit are offered: with the two changing places where both fit, else with the other going off', () => {
    const [coolant, air] = FUNCTIONS as [PinFunction, PinFunction];
    const taken = (assignments: PinAssignment[], wanted = coolant) =>
      takenPins(FOUR, assignments, FUNCTIONS, wanted).map(({ pin, holder, swaps }) => [
        pin.id,
        holder.id,
        swaps,
      ]);
    expect(taken([wire('coolant', 'A7'), wire('air', 'A8')])).toEqual([['A8', 'air', true]]);
    expect(taken([wire('air', 'A8')])).toEqual([['A8', 'air', false]]);
    expect(taken([wire('coolant', 'A7')], air)).toEqual([['A7', 'coolant', false]]);
    // On a pin it does not fit, what would come back is of no use to the other.
    expect(taken([wire('coolant', 'B9'), wire('air', 'A8')])).toEqual([['A8', 'air', false]]);
    expect(taken([wire('coolant', 'A7'), wire('air', 'A7')])).toEqual([]);
    expect(taken([wire('coolant', 'A7'), wire('pump', 'B9')])).toEqual([]);
  });

  test('two jobs on one pin are a conflict at both', () => {
    const conflicts = wiringConflicts(FOUR, [wire('coolant', 'A7'), wire('air', 'A7')], FUNCTIONS);
    expect(conflicts.map((conflict) => conflict.function)).toEqual(['coolant', 'air']);
    expect(conflicts[0]).toMatchObject({
      code: 'twoJobs',
      pin: 'A7',
      label: 'Coolant temperature',
      others: ['Air temperature'],
    });
    expect(wiringConflicts(FOUR, [wire('coolant', 'A7'), wire('air', 'A8')], FUNCTIONS)).toEqual([]);
  });

  test('a pin of the wrong kind, and one that does not exist, are conflicts', () => {
    const direct = wiringConflicts(ecu('generic-six'), [wire('coil1', 'B13')], FUNCTIONS);
    expect(direct[0]).toMatchObject({
      code: 'wrongKind',
      burns: true,
      kind: 'coilDirect',
      because: expect.stringMatching(/Its igniter/),
    });
    expect(wiringConflicts(FOUR, [wire('coil1', 'Z9')], FUNCTIONS)[0]).toMatchObject({
      code: 'noSuchPin',
      pin: 'Z9',
    });
  });

  test('filling keeps what is wired and leaves out what has no pin left', () => {
    const two = FUNCTIONS.slice(0, 2);
    const three = [...two, { id: 'oil', label: 'Oil temperature', accepts: ['temperature'] as const }];
    const filled = filledAssignments(FOUR, [wire('air', 'A7')], three, SOURCE);
    expect(filled.map((entry) => `${entry.function} ${entry.pin}`)).toEqual(['air A7', 'coolant A8']);
    expect(unwired(filled, three).map(({ id }) => id)).toEqual(['oil']);
  });
});

describe('the loom', () => {
  test('what to move is told from the wiring last confirmed', () => {
    const confirmed = {
      date: '2026-11-01',
      wires: [
        { function: 'coolant', pin: 'A7' },
        { function: 'pump', pin: 'B9' },
      ],
    };
    expect(loomMoves({ assignments: [wire('coolant', 'A8'), wire('air', 'A7')], confirmed })).toEqual([
      { function: 'coolant', from: 'A7', to: 'A8' },
      { function: 'pump', from: 'B9', to: null },
      { function: 'air', from: null, to: 'A7' },
    ]);
    expect(loomMoves({ assignments: [wire('coolant', 'A8')], confirmed: null })).toEqual([]);
  });

  test('the list has every pin once, those with a job first', () => {
    const list = loomList(FOUR, [wire('pump', 'B9'), wire('coolant', 'A7')], FUNCTIONS);
    expect(list.map((line) => line.pin).slice(0, 3)).toEqual(['A7', 'B9', 'A1']);
    expect(list[0]).toEqual({
      pin: 'A7',
      kind: 'Temperature input',
      function: 'Coolant temperature',
      wire: '',
    });
    expect(list).toHaveLength(FOUR.pins.length);
  });
});
