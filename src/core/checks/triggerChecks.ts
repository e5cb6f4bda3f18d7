import { type Calibration, wheelOf } from '../calibration';
import { type TriggerProblem, triggerProblems } from '../trigger';
import { check, type Found, type Place } from './check';

/** The trigger’s problems with these codes, at a field. */
function problems<Code extends TriggerProblem['code']>(
  document: Calibration,
  place: Place,
  ...codes: Code[]
) {
  type Problem = Extract<TriggerProblem, { code: Code }>;
  const wheel = wheelOf(document);
  const found = wheel === null ? [] : triggerProblems(wheel);
  return found
    .filter((problem): problem is Problem => (codes as string[]).includes(problem.code))
    .map((problem): Found<Omit<Problem, never>> => ({ place, data: { ...problem } }));
}

/** What is impossible or unwise about the trigger. */
export const TRIGGER_CHECKS = [
  check({
    id: 'trigger.nothingLeft',
    severity: 'error',
    find: (document) => problems(document, 'trigger.missingTeeth', 'nothingLeft'),
    say: ({ missing, teeth }) =>
      `${missing} of ${teeth} teeth left out leaves nothing to count. Leave fewer out, or correct the tooth places.`,
  }),
  check({
    id: 'trigger.gapNotTold',
    severity: 'error',
    find: (document) => problems(document, 'trigger.missingTeeth', 'gapNotTold'),
    say: ({ missing, teeth }) =>
      `A gap of ${missing} among ${teeth} teeth cannot be told from the rest. Check both numbers.`,
  }),
  check({
    id: 'trigger.tdcInGap',
    severity: 'warning',
    find: (document) => problems(document, 'trigger.tdcOffset', 'tdcInGap'),
    say: ({ gapFromDeg }) =>
      `TDC of cylinder 1 falls into the gap, between ${gapFromDeg.toFixed(0)} and 360° after the first tooth: there are no teeth to time the spark by. Turn the wheel or move the sensor.`,
  }),
  check({
    id: 'trigger.coarse',
    severity: 'warning',
    find: (document) => problems(document, 'trigger.teeth', 'coarse'),
    say: ({ pitchDeg }) =>
      `One tooth every ${pitchDeg.toFixed(0)}° is coarse: while the crank speeds up, spark is off between teeth. 12 or more are better.`,
  }),
  check({
    id: 'trigger.windowWide',
    severity: 'error',
    find: (document) => problems(document, 'trigger.camWindow', 'windowWide'),
    say: ({ windowDeg, halfWayDeg }) =>
      `A window of ${windowDeg}° reaches half-way to the next cam pulse (${halfWayDeg.toFixed(0)}°): the wrong pulse would be believed. Make it narrower.`,
  }),
  check({
    id: 'trigger.countVaries',
    severity: 'warning',
    find: (document) => problems(document, 'trigger.camTeeth', 'countVaries'),
    say: ({ crankTeeth, camTeeth }) =>
      `${crankTeeth} crank teeth do not divide by ${camTeeth} cam teeth: the count between cam pulses will vary.`,
  }),
  check({
    id: 'trigger.camInGap',
    severity: 'warning',
    find: (document) => problems(document, 'trigger.camPosition', 'camInGap'),
    say: () =>
      'The cam pulse comes inside the crank gap, where there are no teeth to place it. Move the cam tooth by some crank teeth.',
  }),
];
