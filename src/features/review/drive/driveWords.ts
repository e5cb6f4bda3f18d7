import { GUARD_REASONS, LIMIT_CODE, LIMITS, SENSORS_LOST } from '@/core/channel';
import { idleSentences } from '@/core/log';
import { formatNumber, inSentence } from '@/core/units';
import type { DriveFacts } from '@/workers/driveProtocol';

const MOVEMENTS = [
  { kind: 'stab', words: 'In a stab' },
  { kind: 'opening', words: 'In a slow opening' },
  { kind: 'lift', words: 'After a lift' },
] as const;
/** A mixture that much leaner stumbles, a share. */
const LEAN_EXCURSION = 0.1;

/** What happened in a drive, a sentence each, with whether it is as it should be. */
export interface DriveSentence {
  readonly tone: 'good' | 'warning' | 'plain';
  readonly text: string;
}

/** Under load, so much leaner or richer than the target is worth a look. */
const OFF = { lean: 1.06, rich: 0.88 } as const;
/** Such a share of the charges may fail to burn: lifting off leaves some where fuel is not cut. */
const USUAL_MISFIRES = 0.06;
/** One loss of position says nothing: a wheel that comes to a stop may end in one. */
const TELLING_LOSSES = 2;

/** A drive in sentences, what is wrong first. */
export function driveSentences(facts: DriveFacts): DriveSentence[] {
  const { ranFromS, diedAtS, pulling, cuts, knocks, misfires, charges, counters } = facts;
  if (ranFromS === null)
    return [{ tone: 'warning', text: 'The engine never ran. Look at the dry start first.' }];
  const found: (DriveSentence | null)[] = [
    diedAtS.length === 0
      ? { tone: 'good', text: `Ran from ${formatNumber(ranFromS, 1)} s on and did not die.` }
      : {
          tone: 'warning',
          text: `Died ${times(diedAtS.length)}, at ${diedAtS.slice(0, 4).map(seconds).join(', ')}${diedAtS.length > 4 ? ' and later' : ''}.`,
        },
    mixtureSentence(pulling),
    knocks.firings === 0
      ? { tone: 'good', text: 'No firing knocked.' }
      : {
          tone: 'warning',
          text: `${formatNumber(knocks.firings, 0)} firings knocked, most about ${formatNumber(knocks.atRpm ?? NaN, 0)} rev/min. Take spark back there.`,
        },
    facts.knockControl.heard === 0
      ? null
      : {
          tone: 'plain',
          text: `Knock control heard ${formatNumber(facts.knockControl.heard, 0)} of them and pulled spark by up to ${formatNumber(facts.knockControl.mostDeg, 1)}°.`,
        },
    misfires === 0
      ? null
      : {
          tone: misfires > USUAL_MISFIRES * charges ? 'warning' : 'plain',
          text: `${formatNumber(misfires, 0)} of ${formatNumber(charges, 0)} charges with fuel did not burn while it ran; lifting off leaves some where fuel is not cut.`,
        },
    counters.syncLosses >= TELLING_LOSSES
      ? {
          tone: 'warning',
          text: `The crank’s position was lost ${times(counters.syncLosses)}, with ${formatNumber(counters.crankTeethMissing, 0)} counts of missing teeth.`,
        }
      : null,
    counters.camPulsesMissing > 0
      ? { tone: 'warning', text: `${formatNumber(counters.camPulsesMissing, 0)} cam pulses were missing.` }
      : null,
    cuts.times === 0
      ? null
      : {
          tone: 'plain',
          text: `Fuel was cut on overrun ${times(cuts.times)}, ${seconds(cuts.forS)} in all.`,
        },
    ...idleSentences(facts.idle),
    ...excursionSentences(facts.excursions),
    ...facts.protection.map(({ code, atS, forS }): DriveSentence => ({
      tone: 'warning',
      text: `Protection acted at ${seconds(atS)} because of ${inSentence(GUARD_REASONS[code]?.label ?? '')}, for ${seconds(forS)}.`,
    })),
    ...facts.lost.map(({ code, atS }): DriveSentence => ({
      tone: 'warning',
      text: `From ${seconds(atS)} on a sensor was in fault: ${inSentence(SENSORS_LOST[code]?.label ?? '')}.`,
    })),
    ...facts.limits.map((limit): DriveSentence => ({ tone: 'plain', text: limitSentence(limit) })),
    {
      tone: 'plain',
      text: `Reached ${formatNumber(facts.topRpm, 0)} rev/min and ${formatNumber(facts.topKpa, 0)} kPa; coolant ended at ${formatNumber(facts.endCoolantC, 0)} °C.`,
    },
  ];
  const order = { warning: 0, good: 1, plain: 2 } as const;
  return found
    .filter((sentence) => sentence !== null)
    .sort((one, other) => order[one.tone] - order[other.tone]);
}

/** The worst mixture of each kind of movement of the throttle. */
function excursionSentences(excursions: DriveFacts['excursions']): DriveSentence[] {
  return MOVEMENTS.flatMap(({ kind, words }): DriveSentence[] => {
    const those = excursions.filter((one) => one.kind === kind);
    if (those.length === 0) return [];
    const [leaner, richer] = [
      Math.max(...those.map((one) => one.leaner)),
      Math.max(...those.map((one) => one.richer)),
    ];
    const percent = (share: number) => `${formatNumber(100 * share, 0)} %`;
    return [
      {
        tone: leaner > LEAN_EXCURSION ? 'warning' : 'plain',
        text: `${words}: the mixture went ${percent(leaner)} leaner and ${percent(richer)} richer than before at most.`,
      },
    ];
  });
}

/** "Held back by engine speed for 5.9 s: 412 charges without fuel, 68 or 69 a cylinder." */
function limitSentence({ id, forS, fuelCuts, sparkCuts }: DriveFacts['limits'][number]): string {
  const label = inSentence(LIMITS[LIMIT_CODE[id]]?.label ?? id);
  const cut = [withoutWords(fuelCuts, 'fuel'), withoutWords(sparkCuts, 'spark')].filter(
    (text) => text !== '',
  );
  const what = cut.length === 0 ? 'no charge was cut' : cut.join('; ');
  return `Held back by ${label} for ${formatNumber(forS, 1)} s: ${what}.`;
}

function withoutWords(cuts: readonly number[], what: string): string {
  const sum = cuts.reduce((a, b) => a + b, 0);
  if (sum === 0) return '';
  const [least, most] = [Math.min(...cuts), Math.max(...cuts)];
  const each = least === most ? `${least}` : `${least} to ${most}`;
  return `${formatNumber(sum, 0)} charges without ${what}, ${each} a cylinder`;
}

function mixtureSentence(pulling: DriveFacts['pulling']): DriveSentence | null {
  if (pulling === null) return null;
  const percent = (factor: number) => `${formatNumber(Math.abs(factor - 1) * 100, 0)} %`;
  const { leanest, richest } = pulling;
  if (leanest > OFF.lean) {
    return { tone: 'warning', text: `Under load up to ${percent(leanest)} leaner than the target.` };
  }
  if (richest < OFF.rich) {
    return { tone: 'warning', text: `Under load up to ${percent(richest)} richer than the target.` };
  }
  return {
    tone: 'good',
    text: `Under load the mixture kept between ${percent(richest)} richer and ${percent(Math.max(1, leanest))} leaner than the target.`,
  };
}

function seconds(value: number): string {
  return `${formatNumber(value, 0)} s`;
}

function times(count: number): string {
  return count === 1 ? 'once' : count === 2 ? 'twice' : `${formatNumber(count, 0)} times`;
}
