import { LIED, LIED_IDS, type LoopPlant, type LoopWork } from '@/core/logStudies';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

const ms = (seconds: number) => `${formatNumber(1000 * seconds, 0)} ms`;
const percent = (share: number) => `${formatNumber(100 * share, 0)} %`;
const seconds = (value: number) => `${formatNumber(value, value < 10 ? 1 : 0)} s`;
/** A trim as what it adds or takes. */
const trimmed = (trim: number) => `${trim > 1 ? '+' : '−'}${formatNumber(100 * Math.abs(trim - 1), 0)} %`;

/** Overshoot beyond this share is said to be much. */
const MUCH_OVERSHOOT = 0.2;
/** Acting on a false reading for longer than this is worth a word, s. */
const LIED_S = 1;

/** What steps of fuel say of delay and lag, a flow a line, or what would let them. */
export function plantWords(plant: LoopPlant): Sentence[] {
  if (plant.ok)
    return plant.seen.map(({ flowGPerS, deadS, lagS, spreadS, steps }) => ({
      tone: 'plain',
      text: `${formatNumber(flowGPerS, 1)} g/s, ${steps} steps: first sign after ${ms(deadS)} ± ${formatNumber(Math.ceil(1000 * spreadS), 0)}, lag ${ms(lagS)}.`,
    }));
  return [{ tone: 'warning', text: refusalWords(plant) }];
}

function refusalWords(plant: Extract<LoopPlant, { readonly ok: false }>): string {
  switch (plant.why) {
    case 'noLambda':
      return 'Lambda was not logged: record it, and drive again.';
    case 'slow':
      return 'It was sampled too seldom for a delay: record ten times a second, or more.';
    case 'still':
      return `Fuel was stepped ${plant.steps === 1 ? 'once' : `${plant.steps} times`} at a held speed, and ${plant.needed} steps at one flow are needed. Hold the speed, warm, with the map live: make it eight per cent richer and back six times, three seconds each; then the same with more air.`;
  }
}

/** How the loop worked: at its limit, on false readings, and how far beyond it went. */
export function workWords(work: LoopWork): Sentence[] {
  const { actedS, atLimitS, places, lied, overshoot, times } = work;
  const lies = LIED_IDS.filter((id) => lied[id].seconds >= LIED_S);
  return [
    {
      tone: places.length > 0 ? 'warning' : 'good',
      text:
        places.length > 0
          ? `It acted for ${seconds(actedS)}, ${seconds(atLimitS)} of that at its limit. More is off there than it may put right: correct the map first.`
          : `It acted for ${seconds(actedS)}, and hardly stood at its limit.`,
    },
    ...places.map(({ speedRpm, manifoldKpa, trim, seconds: stood }): Sentence => ({
      tone: 'plain',
      text: `At ${formatNumber(speedRpm, 0)} rev/min and ${formatNumber(manifoldKpa, 0)} kPa for ${seconds(stood)}, ${trimmed(trim)}.`,
    })),
    ...lies.map((id): Sentence => ({
      tone: 'warning',
      text: `For ${seconds(lied[id].seconds)} it acted while ${LIED[id]}: its trim went to ${trimmed(lied[id].farthest)}. ${MENDS[id]}`,
    })),
    ...(overshoot === null
      ? []
      : [
          {
            tone: overshoot > MUCH_OVERSHOOT ? 'warning' : 'good',
            text: `It went ${percent(overshoot)} beyond in the middle of ${times} times${overshoot > MUCH_OVERSHOOT ? ': its gains are too high for how late it reads' : ''}.`,
          } satisfies Sentence,
        ]),
  ];
}

const MENDS = {
  limiter: 'Let it hold or go off while a limiter acts, under In other states.',
  overrun: 'Let it go off while fuel is cut, under In other states.',
  pipe: 'Take its authority away there, or lengthen the pipe behind the sensor.',
  misfire: 'Find why they did not burn before anything else.',
} as const;
