import type { SparkFound, SparkStudy } from '@/core/logStudies';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

const deg = (value: number) => `${formatNumber(value, 1)}°`;

/** What one stretch of speed says of its spark. */
export function sparkFoundWords(found: SparkFound): Sentence {
  const { speedRpm, manifoldKpa, gear, pulls, fromDeg, toDeg, leastDeg, standardErrorDeg } = found;
  const where = `${formatNumber(speedRpm, 0)} rev/min at ${formatNumber(manifoldKpa, 0)} kPa${gear === 0 ? '' : `, gear ${gear}`}, ${pulls} pulls from ${deg(fromDeg)} to ${deg(toDeg)}`;
  const { knocksFromDeg, adviseDeg, unsure } = found;
  const nm =
    found.torque === null
      ? ''
      : ` ${formatNumber(found.torque.torqueNm, 0)} ± ${formatNumber(found.torque.offNm, 0)} N·m at the crank there, if no wheel spins.`;
  const knocks = knocksFromDeg === null ? '' : ` It knocks from ${deg(knocksFromDeg)}.`;
  if (leastDeg === null || adviseDeg === null) {
    return {
      tone: knocksFromDeg === null ? 'plain' : 'warning',
      text: `${where}: ${UNSURE[unsure ?? 'scatter']}${knocks}`,
    };
  }
  const least = `${deg(leastDeg)} ± ${formatNumber(standardErrorDeg, 1)}° is the least that gives the torque.${nm}`;
  return adviseDeg < leastDeg
    ? { tone: 'warning', text: `${where}: ${least}${knocks} No more than ${deg(adviseDeg)}.` }
    : { tone: 'good', text: `${where}: ${least}${knocks}` };
}

const UNSURE: Readonly<Record<NonNullable<SparkFound['unsure']>, string>> = {
  spread: 'spark hardly differed among them.',
  rises: 'it still grows stronger with more spark, so the most lies beyond what was driven.',
  scatter: 'they scatter too much to tell.',
};

/** Why nothing is said of spark, and what would help. */
export function sparkRefusalWords(study: Extract<SparkStudy, { readonly ok: false }>): string {
  switch (study.why) {
    case 'noSpark':
      return 'Spark advance was not logged: record it, and pull again.';
    case 'noPull':
      return 'No pull with the foot down and the engine warm. Pull in one gear from low speed, with spark as it is, and some degrees less and more.';
    case 'fuel':
      return `Fuel comes first: lambda lay up to ${formatNumber(100 * study.off, 1)} % off its target in the pulls, and torque goes with it. Correct the map, and pull again.`;
    case 'oneAdvance':
      if (study.spreadDeg === 0)
        return 'No two pulls were alike. Pull in one gear from low speed, four times at the least, with the map some degrees less and more, and read the logs together.';
      return `Like runs differ by ${deg(study.spreadDeg)} of spark alone. Pull again with the map some degrees less and more, four at the least, and read the logs together.`;
  }
}

const SOURCES = {
  acceleration:
    'by how fast they gained speed, in one gear each: type mass, tyres and gears of the car under Build, Engine, and it is told in newton metres',
  vehicle: 'by how fast they gained speed, in one gear each, with mass, tyres and gears as they are typed',
  column: 'by ',
} as const;

/** Where the numbers come from, and what of them is not known. */
export function sparkSourceWords(study: Extract<SparkStudy, { readonly ok: true }>): Sentence {
  const { pulls, leftOutForFuel, withoutLambda, from } = study;
  const source = `${SOURCES[from.kind]}${from.kind === 'column' ? from.name : ''}, brought to air of 20 °C`;
  const out =
    leftOutForFuel === 0 ? '' : ` ${leftOutForFuel} more had lambda off its target, and do not count.`;
  const unread =
    withoutLambda === 0
      ? ''
      : ` In ${withoutLambda} of them no lambda was read beside its target: whether their torque is the mixture’s is not known.`;
  return {
    tone: withoutLambda === 0 ? 'plain' : 'warning',
    text: `${pulls} pulls, ${source}.${out}${unread}`,
  };
}
