/** What each control costs at an event: the demo’s own settings, with everything switched on that can be. */
import { AT, frameOf, LOOP_CODE, PHASE, write } from '@/core/channel';
import {
  boost,
  closedLoop,
  film,
  idle,
  knock,
  learnedTrim,
  loopTrim,
  opening,
  overrun,
  protection,
  speedLimits,
  switching,
  type Switching,
} from '@/core/control';
import type { Control } from '@/core/control';
import { everything } from '@tests/support/everything';
import { filmed } from '@tests/support/filmed';
import { listening } from '@tests/support/knocking';
import { looped } from '@tests/support/looped';
import { programOf } from '@tests/support/ventisca';
import { report, timed } from './report.mts';

const program = programOf(everything());
const EVENTS = 200_000;

/** Nanoseconds a step takes, over a drive that goes up to the limit and back. */
function costNs<Settings, State, Out>(control: Control<Settings, State, Out>, settings: Settings): number {
  const frame = frameOf({
    phase: PHASE.running,
    coolant: 85,
    gear: 2,
    throttle: 60,
    manifoldPressure: 120,
    sinceStart: 60,
    sinceKeyOn: 60,
    lambdaTarget: 0.9,
    loopState: LOOP_CODE.active,
    engineAirFlow: 60,
  });
  const state = control.atRest(settings);
  const out = control.out(settings);
  const run = () => {
    for (let i = 0; i < EVENTS; i += 1) {
      write(frame, AT.time, i / 300);
      write(frame, AT.cylinder, (i % program.cylinders) + 1);
      write(frame, AT.speed, 6400 + ((i * 7) % 1100));
      write(frame, AT.throttle, i % 100);
      write(frame, AT.lambdaOne, 0.9 + 0.0004 * (i % 100));
      write(frame, AT.lambdaTwo, 0.9 - 0.0003 * (i % 100));
      write(frame, AT.knockNoise, 0.02 * (i % 97));
      control.step(settings, state, frame, out);
    }
  };
  run();
  return (timed(run) * 1e6) / EVENTS;
}

/** Nanoseconds that the trim of an event takes: two maps of authority. */
function trimNs(): number {
  const settings = programOf(looped()).closedLoop;
  if (settings === null) return NaN;
  const state = closedLoop.atRest(settings);
  for (const group of state.groups) group.trimLn = 0.05;
  const frame = frameOf({ speed: 3000, manifoldPressure: 80 });
  let sum = 0;
  const run = () => {
    for (let i = 0; i < EVENTS; i += 1) {
      write(frame, AT.speed, 2000 + (i % 4000));
      sum += loopTrim(settings, state, 0, frame);
    }
  };
  run();
  return sum > 0 ? (timed(run) * 1e6) / EVENTS : NaN;
}

const AIM = '≤ 500 ns';
const told = (label: string, ns: number) => report(label, `${ns.toFixed(0)} ns`, AIM);
told('A step of the speed limits, near the limit', costNs(speedLimits, program.limits));
told('  of the protection, seven guards', costNs(protection, program.protection));
told('  of the overrun cut', costNs(overrun, program.overrun));
told('  of the opening throttle', costNs(opening, program.acceleration));
told('  of the boost', costNs(boost, program.boost));
told('  of the idle', costNs(idle, program.idle));
told('  of the film', costNs(film, programOf(filmed(everything())).film));
const loop = programOf(
  looped('ventisca', ({ learned }) => Object.assign(learned.use ?? {}, { value: 'yes' })),
);
told('  of the closed loop, two sensors', costNs(closedLoop, loop.closedLoop));
told('  of the learned trims', costNs(learnedTrim, loop.learned));
told('  of the knock control', costNs(knock, programOf(listening()).knock));
told('  of the trim at an event', trimNs());
told('  of an output', costNs(switching, program.outputs[0] as Switching));
