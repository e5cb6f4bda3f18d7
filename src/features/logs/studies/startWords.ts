import { type JudgedStart, reserveOf, type StartStudy } from '@/core/logStudies';
import { formatNumber } from '@/core/units';
import type { Sentence } from '@/ui/layout';

type Studied = Extract<StartStudy, { readonly ok: true }>;

const turns = (count: number) => `${formatNumber(count, 1)} turns`;
const seconds = (value: number) => `${formatNumber(value, value < 10 ? 1 : 0)} s`;
const degrees = (coolantC: number) => `${formatNumber(coolantC, 0)} °C`;
const times = (factor: number) => `× ${formatNumber(factor, 2)}`;

/** What starts in logs say, a line each, and what of it is not known. */
export function startStudyWords(study: Studied): Sentence[] {
  const first = study.starts.filter(({ isRetry }) => !isRetry);
  const retries = study.starts.length - first.length;
  return [
    ...first.map(startWords),
    ...(retries === 0
      ? []
      : [
          {
            tone: 'plain',
            text: `${retries} more tries on wet walls, which say nothing of cranking fuel.`,
          } as const,
        ]),
    ...afterWords(study),
    ...unknownWords(study, first),
  ];
}

/** What one start says. */
function startWords(start: JudgedStart): Sentence {
  const { coolantC, firedTurn, crankedTurns, end, multiple, ranForS, lambdaAtChange, verdict } = start;
  const given = `cranking fuel ${times(multiple)}`;
  const says = (tone: Sentence['tone'], text: string): Sentence => ({
    tone,
    text: `${degrees(coolantC)}, ${given}: ${text}`,
  });
  const fired = `it fired after ${turns(firedTurn ?? 0)}`;
  const died = `${fired} and died ${seconds(ranForS)} after it began to run`;
  if (end === 'never') {
    const never = `it never fired in ${turns(crankedTurns)}`;
    if (verdict === 'rich') return says('warning', `${never}. That is far more than is usual: it drowned.`);
    if (verdict === 'lean') return says('warning', `${never}: too little.`);
    return says(
      'warning',
      `${never}. Whether it was too little or it drowned is not told: dry it with the foot down, and start again with a quarter less.`,
    );
  }
  if (end === 'fell') return says('warning', `${fired} and fell back to the starter: too much.`);
  if (verdict === 'rich')
    return says(
      'warning',
      `${end === 'died' ? died : `${fired}, and its speed fell as it began to run`}, with lambda ${formatNumber(start.lambdaAtCatch, 2)} from cranking: too much.`,
    );
  if (verdict === 'leanAfter')
    return says(
      'warning',
      `${died}, with lambda ${formatNumber(lambdaAtChange, 2)}: too little after-start.`,
    );
  if (verdict === 'richAfter')
    return says('warning', `${died}, with far more after-start than is usual: it drowned in that.`);
  if (end === 'died') return says('warning', `${died}; lambda does not tell why.`);
  if (verdict === 'lean') return says('warning', `${fired}, a cycle or more after it had fuel: too little.`);
  return says('good', `${fired}, at its first chance, and ran.`);
}

/** What followed the starts asked for. */
function afterWords({ running }: Studied): Sentence[] {
  const found = running?.afterStarts.slice().sort((a, b) => a.coolantC - b.coolantC) ?? [];
  return found.map((one) => {
    const { coolantC, initial, decayS, seenS, movedLn } = one;
    if (seenS === 0)
      return {
        tone: 'plain',
        text: `${degrees(coolantC)}: after-start of ${times(initial)} is tried next.`,
      };
    const asked = `${degrees(coolantC)}: it asked for after-start of ${times(initial)}, fading over ${seconds(decayS)}, by ${seconds(seenS)} of lambda.`;
    const reserve = reserveOf(one);
    if (reserve === null) return { tone: 'plain', text: asked };
    const why = {
      unread:
        'In its first seconds every lambda sensor was at its rich end, and how rich it was is not known',
      far: `Fuel moves by ${formatNumber(100 * (Math.exp(movedLn) - 1), 0)} % with it, and what stays on cold walls moves along`,
    }[reserve];
    return {
      tone: 'warning',
      text: `${asked} ${why}: start with what is proposed, and study that start together with this one.`,
    };
  });
}

/** Lambda read later than this after it ran leaves after-start unknown, s. */
const LATE_S = 3;
/** With so much of cold running where no warm log was, what is off may be the map’s, s. */
const UNKNOWN_S = 10;

function unknownWords({ mapUnknownS, crankingUnsure }: Studied, first: readonly JudgedStart[]): Sentence[] {
  const ran = first.filter(({ end }) => end === 'ran');
  const isLate =
    ran.length > 0 && ran.every(({ lambdaAfterS }) => lambdaAfterS === null || lambdaAfterS > LATE_S);
  return [
    ...(crankingUnsure === null
      ? []
      : [
          {
            tone: 'plain',
            text: `What it needs to crank is known within ${formatNumber(100 * crankingUnsure, 0)} %. Start with what is proposed, and study that start, too.`,
          } as const,
        ]),
    ...(isLate
      ? [
          {
            tone: 'warning',
            text: 'Lambda was not read in the first seconds. Leave the key on until the sensor reads, and only then turn the starter.',
          } as const,
        ]
      : []),
    ...(mapUnknownS > UNKNOWN_S
      ? [
          {
            tone: 'warning',
            text: `For ${seconds(mapUnknownS)} of cold running no warm log says whether the map is right there: read a warm idle together with this log.`,
          } as const,
        ]
      : []),
  ];
}

/** Why nothing is said of starts, and what would help. */
export function startRefusalWords({ why }: Extract<StartStudy, { readonly ok: false }>): string {
  switch (why) {
    case 'noSpeed':
      return 'Engine speed was not logged: record it, and start again.';
    case 'noCoolant':
      return 'Coolant temperature was not logged: record it, and start again.';
    case 'noStart':
      return 'There is no start in it that can be read: begin to record before the starter turns.';
    case 'noCurve':
      return 'This calibration has no curves of cranking fuel and warm-up. Generate them in Maps.';
    case 'twoFuels':
      return 'With two fuels blended by a sensor no one curve says what was given, and starts are not studied.';
  }
}
