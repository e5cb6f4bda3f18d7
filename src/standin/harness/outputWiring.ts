import { outputFunction } from '@/core/pins';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { isItself, thingAtOrOwn } from './wiring';

/** Where the fuel pump’s current comes from: an output of the program, or always, where none is there for it. */
export interface PumpWiring {
  /** Its place among the program’s outputs; null where none is the pump’s, and fuel is taken to be there. */
  readonly output: number | null;
  readonly connected: boolean;
}

/** Of each output of the program, the function whose part hangs on its pin: its own when all is right, null for nothing. */
export function outputThings(program: EcuProgram, car: Car): (string | null)[] {
  return program.outputs.map(({ id }) => thingAtOrOwn(program, car, outputFunction(id)));
}

/** What drives the fuel pump. */
export function pumpWiring(program: EcuProgram, car: Car): PumpWiring {
  const output = program.outputs.findIndex(({ purpose }) => purpose === 'fuelPump');
  const pump = program.outputs[output];
  if (pump === undefined) return { output: null, connected: true };
  return { output, connected: isItself(program, car, outputFunction(pump.id)) };
}

/** Whether injectors and coils are fed: by the main relay’s output, where one is there for it; else by the key itself. */
export function isFed(program: EcuProgram, car: Car): boolean {
  const relay = program.outputs.find(({ purpose }) => purpose === 'mainRelay');
  return relay === undefined || isItself(program, car, outputFunction(relay.id));
}

/** Whether the boost valve is driven: by its output, which has to be there and wired. */
export function boostValveDriven(program: EcuProgram, car: Car): boolean {
  const valve = program.outputs.find(({ purpose }) => purpose === 'boostValve');
  return valve !== undefined && isItself(program, car, outputFunction(valve.id));
}

/** Whether the idle valve is driven: by its output, where one is there for it; else it is taken to be. */
export function idleValveDriven(program: EcuProgram, car: Car): boolean {
  const valve = program.outputs.find(({ purpose }) => purpose === 'idleValve');
  return valve === undefined || isItself(program, car, outputFunction(valve.id));
}
