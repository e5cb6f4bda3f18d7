import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { type FaultId, FAULTS } from '../faults';
import { planted } from '../planted';
import { matchedCar } from './matched';

/** The car of a program, right for its map but for one thing. */
export function trainingCar(program: EcuProgram, car: Car, fault: FaultId): Car {
  const { errors, sensors } = FAULTS[fault];
  const built = planted(matchedCar(program, car, 1), errors);
  return { ...built, sensorFaults: { ...built.sensorFaults, ...sensors } };
}
