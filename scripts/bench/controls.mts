/** What each control costs at an event: the demo’s own settings, with everything switched on that can be. */
import { AT, frameOf, PHASE, write } from '@/core/channel';
import {
  boost,
  film,
  idle,
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
  });
  const state = control.atRest(settings);
  const out = control.out(settings);
  const run = () => {
    for (let i = 0; i < EVENTS; i += 1) {
      write(frame, AT.time, i / 300);
      write(frame, AT.cylinder, (i % program.cylinders) + 1);
      write(frame, AT.speed, 6400 + ((i * 7) % 1100));
      write(frame, AT.throttle, i % 100);
      control.step(settings, state, frame, out);
    }
  };
  run();
  return (timed(run) * 1e6) / EVENTS;
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
told('  of an output', costNs(switching, program.outputs[0] as Switching));
