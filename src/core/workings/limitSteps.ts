import { AT, type Frame, LIMITS, LIMIT_CODE, PHASE, read } from '../channel';
import { NO_LIMIT_RPM, speedLimits } from '../control';
import type { EcuProgram } from '../program';
import { coolant, input, speed } from './inputs';
import { mapReads } from './mapRead';
import type { Step } from './step';

/** Which limit is nearest, and what it does at this speed; nothing where there is none, or while the engine is cranked. */
export function limitSteps(program: EcuProgram, frame: Frame): Step[] {
  const { limits } = program;
  if (limits === null || read(frame, AT.phase) !== PHASE.running) return [];
  const out = speedLimits.out(limits);
  speedLimits.step(limits, speedLimits.atRest(limits), frame, out);
  if (out.hardRpm >= NO_LIMIT_RPM) return [];
  const acts = out.reason === 'none' ? '' : `: ${LIMITS[LIMIT_CODE[out.reason]]?.label.toLowerCase() ?? ''}`;
  return [
    {
      id: 'limit',
      title: `Speed limit${acts}`,
      formula: `the lowest of all limits; from ${out.softRpm.toFixed(0)} rev/min on it is held back`,
      inputs: [speed(frame), coolant(frame), input('cut', 'Charges cut', 100 * out.share, 0, '%')],
      result: input('limit', 'All charges cut from', out.hardRpm, 0, 'rev/min'),
      ...mapReads(
        program,
        frame,
        ...(limits.byCoolant === null ? [] : [['limitCoolant', read(frame, AT.coolant)] as const]),
        ...(limits.byGear === null ? [] : [['limitGear', read(frame, AT.gear)] as const]),
      ),
    },
  ];
}
