import { type Controls, type Driver, DRIVER_S, type Felt } from '../virtualCar';
import type { Action } from '../drives';
import { ACTIONS, type DriverMemory, movesFoot, restarts } from './actions';

/** A driver who does one action after the other, and then nothing more. */
export function scripted(actions: readonly Action[]): Driver<DriverMemory> {
  return {
    atStart: () => ({
      action: 0,
      sinceS: 0,
      pedal: 0,
      learnt: 0,
      shiftS: null,
      tries: 0,
      heardS: null,
      diedS: null,
    }),
    drive(memory, _, timeS, controls, felt) {
      const action = actions[memory.action];
      const dies = action !== undefined && action.do !== 'start' && action.do !== 'off';
      if (dies && restarts(memory, felt, timeS, controls)) memory.sinceS += DRIVER_S;
      else if (action !== undefined && done(action, memory, felt, timeS, controls)) {
        memory.action += 1;
        memory.sinceS = timeS;
        memory.learnt = 0;
        memory.tries = 0;
      }
      movesFoot(memory, controls);
    },
  };
}

function done(action: Action, memory: DriverMemory, felt: Felt, timeS: number, controls: Controls): boolean {
  // Each action is done by the entry of its kind, which the list of entries makes sure of.
  const doing = ACTIONS[action.do] as (
    action: Action,
    memory: DriverMemory,
    felt: Felt,
    timeS: number,
    controls: Controls,
  ) => boolean;
  return doing(action, memory, felt, timeS, controls);
}

/** Whether a driver has come to the end. */
export function isOver(actions: readonly Action[], { action }: DriverMemory): boolean {
  return action >= actions.length;
}
