import { AT, CUT_REASONS, cutsChannel, type Frame, LIMIT_CODE, write } from '../channel';
import type { EcuProgram } from '../program';
import type { EcuState } from './state';

const BY_REASON = CUT_REASONS.map((id) => ({ code: LIMIT_CODE[id], place: AT[cutsChannel(id)] }));

/** Charges that limits have cut since key on, by fuel or by spark, into the frame: all of them, by reason, and by cylinder. */
export function writeCuts(
  { cylinders }: EcuProgram,
  { limits: { fuelCuts, sparkCuts } }: EcuState,
  frame: Frame,
): void {
  let [fuel, spark] = [0, 0];
  for (let i = 0; i < cylinders; i += 1) write(frame, AT.cylinderCuts1 + i, 0);
  for (const { code, place } of BY_REASON) {
    let ofReason = 0;
    for (let i = 0; i < cylinders; i += 1) {
      const at = code * cylinders + i;
      const [byFuel, bySpark] = [fuelCuts[at] as number, sparkCuts[at] as number];
      if (byFuel === 0 && bySpark === 0) continue;
      fuel += byFuel;
      spark += bySpark;
      ofReason += byFuel + bySpark;
      frame[AT.cylinderCuts1 + i] = (frame[AT.cylinderCuts1 + i] as number) + byFuel + bySpark;
    }
    write(frame, place, ofReason);
  }
  write(frame, AT.fuelCuts, fuel);
  write(frame, AT.sparkCuts, spark);
}
