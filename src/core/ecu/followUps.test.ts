import { filmed } from '@tests/support/filmed';
import { demo, programOf } from '@tests/support/ventisca';
import { type ChannelValues, frameOf, PHASE } from '../channel';
import type { EcuProgram } from '../program';
import { injectionLead } from './followUps';
import { ecuAtKeyOn } from './state';
import { ecuOut, eventStep } from './step';

const PROGRAM: EcuProgram = { ...programOf(filmed(demo())), inputs: [] };
const ORDER = [1, 4, 2, 5, 3, 6];
/** Time between two events at 1000 rev/min, s. */
const EVENT_S = 0.02;

/** An engine computer stepped event by event at 1000 rev/min. */
function stepped(program: EcuProgram) {
  const state = ecuAtKeyOn(program);
  const out = ecuOut(program);
  let events = 0;
  return (values: ChannelValues, times = 1) => {
    let wantedMg = 0;
    for (let i = 0; i < times; i += 1) {
      events += 1;
      const frame = frameOf({
        phase: PHASE.running,
        speed: 1000,
        coolant: 80,
        air: 20,
        battery: 13.8,
        fuelPressure: 350,
        gear: 0,
        sinceStart: 300,
        turns: events / 3,
        time: events * EVENT_S,
        cylinder: ORDER[events % 6] as number,
        ...values,
      });
      state.phase = PHASE.running;
      state.aboveFromTurns = -100;
      wantedMg = eventStep(program, state, new Float64Array(0), frame, out).wantedMg;
    }
    return { wantedMg, fed: ORDER[events % 6], followUps: out.followUps.slice(0, out.followUpCount) };
  };
}

const STILL = { throttle: 5, manifoldPressure: 35 };

test('a cylinder is fed three quarters of a cycle before it fires, of any number', () => {
  expect([1, 2, 3, 4, 6, 8, 12].map(injectionLead)).toEqual([1, 2, 2, 3, 5, 6, 9]);
});

test('as the load rises the four that were fed before it did get what they lack, once', () => {
  const on = stepped(PROGRAM);
  on(STILL, 30);
  const rises = on({ throttle: 15, manifoldPressure: 55 });
  const before = ORDER.indexOf(rises.fed as number);
  expect(rises.followUps.map(({ cylinder }) => cylinder)).toEqual(
    [1, 2, 3, 4].map((back) => ORDER[(before - back + 6) % 6]),
  );
  for (const { openingMs } of rises.followUps) {
    expect(openingMs).toBeGreaterThan(1);
    expect(openingMs).toBeLessThan(20);
  }
  // Half of the rise was counted on already; what stays needs no more.
  expect(on({ throttle: 15, manifoldPressure: 55 }).followUps).toEqual([]);
});

test.each<[string, ChannelValues, EcuProgram]>([
  ['the throttle closes', { throttle: 2, manifoldPressure: 55 }, PROGRAM],
  ['it stands still, and the pressure rises by itself', { throttle: 5, manifoldPressure: 55 }, PROGRAM],
  ['the load hardly rises', { throttle: 15, manifoldPressure: 35.5 }, PROGRAM],
  ['no film is followed', { throttle: 15, manifoldPressure: 55 }, { ...PROGRAM, film: null }],
  ['nobody knows the order', { throttle: 15, manifoldPressure: 55 }, { ...PROGRAM, firing: null }],
  ['the cylinder is not known', { throttle: 15, manifoldPressure: 55, cylinder: NaN }, PROGRAM],
  ['all charges are cut', { throttle: 15, manifoldPressure: 55, speed: 9000 }, PROGRAM],
])('nothing follows while %s', (_, values, program) => {
  const on = stepped(program);
  on(STILL, 30);
  expect(on(values).followUps).toEqual([]);
});
