import { baseValue, overrunOf } from '../../calibration';
import { check, foundWhen } from '../entry/check';
import { hotIdle } from '../entry/hotIdle';
import { quantityEdit } from '../entry/remedy';

/** Fuel must return at this share of the idle speed at least, to catch it. */
const CATCHES_FROM = 1.2;

export const overrunReturnsLate = check({
  id: 'overrun.returnsLate',
  title: 'Fuel returns too late',
  severity: 'warns',
  reads: ['overrun', 'engine', 'idle', 'injectors'],
  why: 'Fuel needs a few turns to burn again, and below idle there are none left.',
  find: (document) => {
    const cut = overrunOf(document);
    const idle = cut === null ? null : hotIdle(document);
    if (cut === null || idle === null) return null;
    const returnsRpm = cut.speedAboveRpm - cut.speedHysteresisRpm;
    const data = { returnsRpm, idleRpm: idle.speedRpm };
    return foundWhen(returnsRpm < CATCHES_FROM * idle.speedRpm, 'overrun.speedAbove', data);
  },
  say: ({ returnsRpm, idleRpm }) =>
    `Fuel returns at ${returnsRpm.toFixed(0)} rev/min, and it idles at ${idleRpm.toFixed(0)}: too close to catch it. Raise the speed, or make its hysteresis smaller.`,
  remedy: (document, { data: { returnsRpm, idleRpm } }) => {
    const rpm = baseValue(document, 'overrun.speedAbove');
    if (rpm === null) return null;
    const higher = Math.ceil((rpm + CATCHES_FROM * idleRpm - returnsRpm) / 50) * 50;
    return {
      label: `Cut above ${higher} rev/min`,
      edits: [quantityEdit(document, 'overrun.speedAbove', higher)],
    };
  },
});
