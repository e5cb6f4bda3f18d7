import type { Surge } from '../control';
import { formatNumber } from '../units';
import type { IdleFacts } from './idle';

/** A sentence about an idle, with whether it is as it should be. */
export interface IdleSentence {
  readonly tone: 'good' | 'warning' | 'plain';
  readonly text: string;
}

/** An idle that is on average no further off is at its target, rev/min. */
const NEAR_RPM = 40;
const rpm = (value: number) => formatNumber(Math.abs(value), 0);

/** A surge by its name: how much, how often, and what is to be done. */
export function surgeWords({ swingRpm, hz }: Surge): string {
  return `The idle surges: it swings by ${rpm(swingRpm)} rev/min, ${formatNumber(hz, 1)} times a second. Bring its air more slowly, or look at its mixture.`;
}

/** How an engine idled, in sentences; none where it hardly did. */
export function idleSentences(idle: IdleFacts | null): IdleSentence[] {
  if (idle === null) return [];
  const { forS, meanOffRpm, lowestOffRpm, highestOffRpm, surge } = idle;
  const said: IdleSentence[] = surge === null ? [] : [{ tone: 'warning', text: surgeWords(surge) }];
  if (Number.isNaN(meanOffRpm)) return said;
  const where = `${rpm(lowestOffRpm)} below and ${rpm(highestOffRpm)} above it at most`;
  const long = `${formatNumber(forS, 0)} s`;
  const near = Math.abs(meanOffRpm) < NEAR_RPM;
  said.push({
    tone: near ? 'good' : 'plain',
    text: near
      ? `Idled for ${long} at its target, ${where}.`
      : `Idled for ${long}, on average ${rpm(meanOffRpm)} rev/min ${meanOffRpm < 0 ? 'below' : 'above'} its target, ${where}.`,
  });
  return said;
}
