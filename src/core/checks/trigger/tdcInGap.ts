import { check } from '../entry/check';
import { problems } from './parts';

export const triggerTdcInGap = check({
  id: 'trigger.tdcInGap',
  title: 'TDC in the gap',
  severity: 'warns',
  reads: ['trigger', 'engine', 'injectors'],
  why: 'Sparks near TDC, as in cranking, are placed without a tooth.',
  find: (document) => problems(document, 'trigger.tdcOffset', 'tdcInGap'),
  say: ({ gapFromDeg }) =>
    `TDC of cylinder 1 falls into the gap, between ${gapFromDeg.toFixed(0)} and 360° after the first tooth: there are no teeth to time the spark by. Turn the wheel or move the sensor.`,
});
