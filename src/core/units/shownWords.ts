import { formatNumber } from './format';
import { baseUnit } from './quantities';
import { LAMBDA_LABEL, type ShownBy, shownScale } from './shown';

const NUMBER = String.raw`[−-]?\d+(?:\.\d+)?`;
/** Numbers that share a unit: "−20 to 60", "0, 20 and 40", "2–3". Commas alone are no list: "cylinder 3, 20 kPa". */
const NUMBERS = String.raw`${NUMBER}(?:(?:, ${NUMBER})*,? (?:and|or) ${NUMBER}|(?: to |–|…| … )${NUMBER})*`;

/** Base units that prose is written in, the longer before what they begin with. */
const LABELS = (
  ['pressureAbsolute', 'pressureGauge', 'pressureDifference', 'temperature', 'vehicleSpeed'] as const
)
  .map((quantity) => baseUnit(quantity).label)
  .concat(
    (['temperatureDifference', 'altitude', 'mass', 'area'] as const).map(
      (quantity) => baseUnit(quantity).label,
    ),
    LAMBDA_LABEL,
  );

const WITH_UNIT = new RegExp(
  String.raw`(?<![\p{L}\d.,])(± ?)?(${NUMBERS}) (${LABELS.join('|')})(?![\p{L}\d/²³·-])`,
  'gu',
);
/** "Lambda 0.92", "lambda was 0.92": the word comes before the number, which has decimals, as no sensor’s number has. */
const AFTER_LAMBDA = new RegExp(
  String.raw`(?<!\p{L})([Ll])ambda((?: (?:is|was|of|at|near|reads|read|under|over|below|above|from))? )(?=${NUMBER}\.?)(\d\.\d+(?:(?:,? (?:to|and|or) |, |–)\d\.\d+)*)(?! ?[%\d])`,
  'gu',
);
const EACH = new RegExp(NUMBER, 'gu');

/**
 * A sentence with its measures in the units chosen; the sentence itself where nothing is converted. A number keeps as many decimals
 * as say what it said. Only figures in base units are touched, which is how the core writes them: what was typed in another unit
 * stands as it was typed.
 * Example: "Below −20 °C it floods" as "Below −4 °F it floods".
 */
export function wordsShown(text: string, by: ShownBy): string {
  const { mixture, pressure, temperature, distance } = by.units;
  if (mixture === 'lambda' && pressure === 'kPaAbs' && temperature === 'degC' && distance === 'metric')
    return text;
  const measured = text.replace(
    WITH_UNIT,
    (whole, margin: string | undefined, numbers: string, label: string) => {
      // A margin about a temperature is a step of it, and has no zero.
      const own = margin !== undefined && label === '°C' ? 'K' : label;
      const scale = shownScale(own, by);
      return scale.plain ? whole : `${margin ?? ''}${eachShown(numbers, own, by)} ${scale.unit}`;
    },
  );
  if (mixture === 'lambda') return measured;
  return measured.replace(
    AFTER_LAMBDA,
    (_, letter: string, between: string, numbers: string) =>
      `${letter === 'L' ? 'A' : 'a'}ir-fuel ratio${between}${eachShown(numbers, LAMBDA_LABEL, by)}`,
  );
}

function eachShown(numbers: string, label: string, by: ShownBy): string {
  const { shown, factor } = shownScale(label, by);
  return numbers.replace(EACH, (number) => {
    const decimals = number.split('.')[1]?.length ?? 0;
    return formatNumber(
      shown(Number(number.replace('−', '-'))),
      Math.max(0, decimals - Math.round(Math.log10(factor))),
    );
  });
}
