import { AT, type Frame, PHASE, read } from '../channel';
import { windowMs } from '../sensors';
import { lookUpCurve } from '../numeric';
import type { EcuProgram } from '../program';
import { input, speed } from './inputs';
import { mapReads } from './mapRead';
import type { Step } from './step';

/** The window and the threshold at this point; nothing where knock is not listened for, or while the engine is cranked. */
export function knockSteps(program: EcuProgram, frame: Frame): Step[] {
  const { knock } = program;
  if (knock === null || read(frame, AT.phase) !== PHASE.running) return [];
  const speedRpm = read(frame, AT.speed);
  const coolantC = read(frame, AT.coolant);
  const cylinder = read(frame, AT.cylinder);
  const lengthDeg = lookUpCurve(knock.lengthDeg, speedRpm);
  const factor =
    (knock.coolant === null ? 1 : lookUpCurve(knock.coolant, coolantC)) *
    (knock.factor === null || Number.isNaN(cylinder) ? 1 : lookUpCurve(knock.factor, cylinder));
  const known = Number.isNaN(cylinder)
    ? []
    : ([
        ['knockFactor', cylinder],
        ['knockSensor', cylinder],
      ] as const);
  return [
    {
      id: 'knock',
      title: 'Knock threshold',
      formula: 'threshold = curve(speed) · coolant · cylinder',
      inputs: [
        speed(frame),
        input('from', 'Window begins', lookUpCurve(knock.startDeg, speedRpm), 0, '° after TDC'),
        input('for', 'It lasts', windowMs(lengthDeg, speedRpm), 2, 'ms'),
        input('factor', 'Coolant and cylinder', factor, 2, '×'),
        input('fuel', 'Fuel added now', read(frame, AT.knockFuel), 1, '%'),
      ],
      result: input('V', 'Threshold', lookUpCurve(knock.thresholdV, speedRpm) * factor, 2, 'V'),
      ...mapReads(
        program,
        frame,
        ['knockStart', speedRpm],
        ['knockLength', speedRpm],
        ['knockThreshold', speedRpm],
        ['knockCoolant', coolantC],
        ['knockFuel', read(frame, AT.knockRetard)],
        ...known,
      ),
    },
  ];
}
