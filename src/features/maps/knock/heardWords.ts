import { DOUBT_IDS, DOUBTS, type Heard, type KnockHeard } from '@/core/logStudies';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

/** So many likely ones are listed, the loudest. */
const LISTED = 5;
/** From so much listening on, s, a rate is said: of less it is none. */
const RATE_FROM_S = 600;
/** A cylinder that is louder or quieter than the middle one by more than this is apart, a share. */
const APART = 0.1;

/** What a threshold would have heard, the likely knocks before what is doubtful. */
export function heardSentences({ heard, listenedS }: KnockHeard): Sentence[] {
  const minutes = `${formatNumber(listenedS / 60, 1)} min`;
  if (heard.length === 0) return [{ tone: 'good', text: `Nothing in ${minutes} of listening.` }];
  const likely = heard.filter(({ doubt }) => doubt === null);
  const doubtful = heard.length - likely.length;
  const sentences: Sentence[] = [
    {
      tone: likely.length > 0 ? 'warning' : 'plain',
      text: `${heard.length} in ${minutes} of listening: ${likely.length} likely ${likely.length === 1 ? 'knock' : 'knocks'}, ${doubtful} doubtful${doubtful === 0 || listenedS < RATE_FROM_S ? '' : `, ${formatNumber((3600 * doubtful) / listenedS, 1)} an hour`}.`,
    },
    ...[...likely]
      .sort((a, b) => b.times - a.times)
      .slice(0, LISTED)
      .map((one): Sentence => ({ tone: 'warning', text: likelyWords(one) })),
  ];
  const doubts = DOUBT_IDS.flatMap((id) => {
    const count = heard.filter(({ doubt }) => doubt === id).length;
    return count === 0 ? [] : [`${count} ${DOUBTS[id]}`];
  });
  if (doubts.length > 0) sentences.push({ tone: 'plain', text: `Doubtful: ${doubts.join('; ')}.` });
  return sentences;
}

function likelyWords({ atS, cylinder, speedRpm, manifoldKpa, sparkDeg, times }: Heard): string {
  const where = `${formatNumber(atS, 1)} s: ${formatNumber(speedRpm, 0)} rev/min at ${formatNumber(manifoldKpa, 0)} kPa`;
  const who = cylinder === 0 ? '' : `, cylinder ${cylinder}`;
  const spark = Number.isNaN(sparkDeg) ? '' : `, ${formatNumber(sparkDeg, 1)}° of spark`;
  return `${where}${who}${spark}, ${formatNumber(times, 1)} times the threshold.`;
}

/** Cylinders that are heard louder or quieter than the middle one. */
export function loudCylinders({ byCylinder }: Pick<KnockHeard, 'byCylinder'>): KnockHeard['byCylinder'] {
  return byCylinder.filter(({ noiseShare }) => Math.abs(noiseShare - 1) > APART);
}

/** The same in words. */
export function loudWords(loud: KnockHeard['byCylinder']): string {
  const each = loud.map(
    ({ cylinder, noiseShare }) => `cylinder ${cylinder} ${formatNumber(noiseShare, 2)} times`,
  );
  return `Under load, as loud as the middle one: ${each.join(', ')}. A threshold of their own would follow that.`;
}
