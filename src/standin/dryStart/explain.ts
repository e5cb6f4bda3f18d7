import type { EcuProgram, LoadProgram, MapId } from '@/core/program';
import { formatNumber } from '@/core/units';
import type { StartResult, StartSetup } from './dryStart';
import type { HardwareFinding, HardwareSection } from './hardwareFinding';
import type { StartVerdict } from './verdict';

/** A verdict in plain words, with the map to open. */
export interface StartExplanation {
  /** "Caught after 4 turns and settles". */
  readonly headline: string;
  readonly reason: string;
  /** Where to correct it; null when no map is at fault. */
  readonly mapId: MapId | null;
  /** Section of the build sheet to look at first; null when wiring, trigger, sensors and coils were right. */
  readonly sheet: HardwareSection | null;
  readonly good: boolean;
}

type MapExplanation = Omit<StartExplanation, 'sheet'>;

/** The maps a start is explained by, as the load strategy has them. */
export interface ExplainedBy {
  readonly load: Pick<LoadProgram, 'filling' | 'spark'>;
  /** Cranking takes its own advance instead of the spark map. */
  readonly crankAdvance: boolean;
  readonly idleAir: EcuProgram['idleAir'];
  /** Net opening at the end, ms; null where none is known. */
  readonly netMs: number | null;
}

const SPEED_DENSITY: ExplainedBy = {
  load: { filling: 've', spark: 'spark' },
  crankAdvance: false,
  idleAir: 'screw',
  netMs: null,
};

/** Below this coolant temperature a start counts as cold: start-up enrichment is what keeps it alive, °C. */
const COLD_C = 60;

/** A finished start in words, by the maps that its program has. */
export function explainStart(
  { load, tables, idleAir }: EcuProgram,
  { verdict, setup, finding, netMs }: Pick<StartResult, 'verdict' | 'setup' | 'finding' | 'netMs'>,
): StartExplanation {
  return explainVerdict(verdict, setup, finding, {
    load,
    crankAdvance: tables.crankAdvance !== undefined,
    idleAir,
    netMs,
  });
}

/** Puts what the simulation found into words: what the hardware did first, then mixture and maps. */
export function explainVerdict(
  verdict: StartVerdict,
  setup: StartSetup,
  finding: HardwareFinding | null = null,
  by: ExplainedBy = SPEED_DENSITY,
): StartExplanation {
  const byMaps = explainByMaps(verdict, setup, by);
  if (finding === null) return { ...byMaps, sheet: null };
  if (finding.headline === null) {
    return { ...byMaps, reason: `${finding.reason} ${byMaps.reason}`, sheet: finding.sheet, good: false };
  }
  return {
    headline: finding.headline,
    reason: finding.reason,
    mapId: null,
    sheet: finding.sheet,
    good: false,
  };
}

function explainByMaps(verdict: StartVerdict, setup: StartSetup, by: ExplainedBy): MapExplanation {
  const lambda =
    verdict.vapourLambda === null ? '' : ` (vapour lambda about ${verdict.vapourLambda.toFixed(2)})`;
  const cold = setup.coolantC < COLD_C;
  const coolant = `${formatNumber(setup.coolantC, 0)} °C`;
  switch (verdict.code) {
    case 'caught':
      return {
        headline: `Caught after ${turns(verdict)} and settles`,
        reason: settledReason(verdict),
        mapId: null,
        good: true,
      };
    case 'runsOff':
      return {
        headline: `Caught after ${turns(verdict)} and runs, ${offWords(verdict)}`,
        reason: offReason(verdict, by),
        mapId: verdict.off.lambda !== null ? by.load.filling : by.idleAir === 'valve' ? 'idleAir' : null,
        good: false,
      };
    case 'unsettled':
      return {
        headline: `Caught after ${turns(verdict)}, but surges`,
        reason: `Speed does not settle${faultWords(verdict, lambda)}.`,
        mapId: verdict.cut || !cold ? by.load.filling : 'afterStart',
        good: false,
      };
    case 'cranksLean':
      return {
        headline: 'Cranks and is too lean',
        reason: isFarTooLean(verdict)
          ? `Hardly any fuel arrives${lambda}: that is no map’s fault. Look at the injectors’ flow and its unit, their dead time and the fuel pressure.`
          : `Too little of the fuel is vapour when it should burn${lambda}. Give more cranking fuel at ${coolant}.`,
        mapId: isFarTooLean(verdict) ? null : 'cranking',
        good: false,
      };
    case 'floods':
      return verdict.primed
        ? {
            headline: 'Floods from the prime pulse',
            reason: `The first charges, which only the prime pulse had fed, were too rich to burn already and wet the plugs${lambda}. Give a smaller prime pulse at ${coolant}.`,
            mapId: 'prime',
            good: false,
          }
        : {
            headline: 'Floods',
            reason: `Too much fuel: the charge is too rich to burn and the plugs get wet${lambda}. Give less cranking fuel at ${coolant}.`,
            mapId: 'cranking',
            good: false,
          };
    case 'stalls':
      return {
        headline: 'Fires and stalls',
        reason: stallReason(verdict, cold, lambda),
        mapId: stallMap(verdict, cold, by),
        good: false,
      };
    case 'noSpark':
      return {
        headline: 'Cranks without a spark',
        reason:
          'The charges could burn, but nothing lights them. Look at the coils, their dwell and their pins.',
        mapId: null,
        good: false,
      };
    case 'weak':
      return {
        headline: 'Fires, but never pulls away from the starter',
        reason: 'Charges burn without enough torque. Check the spark advance at cranking speed.',
        mapId: by.crankAdvance ? 'crankAdvance' : by.load.spark,
        good: false,
      };
    case 'starved':
      return {
        headline: 'Burns, but starves for air',
        reason: `The charges burn, with ${percent(verdict.airShare)} of the air that fills a cylinder: too little to keep it turning at ${coolant}. ${idleAirWords(by.idleAir)}`,
        mapId: by.idleAir === 'valve' ? 'idleAir' : null,
        good: false,
      };
    case 'goesOut':
      return {
        headline: 'The engine computer goes out',
        reason: `While the starter turns, the battery falls to ${verdict.crankingV.toFixed(1)} V and the engine computer starts anew each time. Charge the battery or take a larger one; no map will help.`,
        mapId: null,
        good: false,
      };
    case 'doesNotTurn':
      return {
        headline: 'The starter does not turn it',
        reason: `The battery falls to ${verdict.crankingV.toFixed(1)} V and the engine hardly moves. Charge the battery; no map will help.`,
        mapId: null,
        good: false,
      };
  }
}

function turns({ turnsToCatch }: StartVerdict): string {
  const count = Math.round(turnsToCatch ?? 0);
  return `${count} ${count === 1 ? 'turn' : 'turns'}`;
}

/** Vapour lambda beyond which a map would have to be several times too low. */
const FAR_TOO_LEAN = 5;

function isFarTooLean({ vapourLambda }: StartVerdict): boolean {
  return vapourLambda !== null && vapourLambda > FAR_TOO_LEAN;
}

function percent(share: number): string {
  return `${formatNumber(100 * share, 0)} %`;
}

/** Where idle air comes from, and what to do for more of it. */
function idleAirWords(kind: EcuProgram['idleAir']): string {
  switch (kind) {
    case 'valve':
      return 'Open the idle valve further at this temperature.';
    case 'thermostatic':
      return 'Open the stop screw, or look whether the thermostatic valve opens when cold.';
    case 'screw':
      return 'Open the stop screw of the throttle; a cold engine needs more than a screw that is set hot.';
  }
}

/** "32 % richer than the target, 270 rev/min over its idle speed". */
function offWords({ off }: StartVerdict): string {
  const parts: string[] = [];
  if (off.lambda !== null) {
    parts.push(
      `${percent(Math.abs(1 - off.lambda))} ${off.lambda < 1 ? 'richer' : 'leaner'} than the target`,
    );
  }
  if (off.speedRpm !== null) {
    const by = Math.round(Math.abs(off.speedRpm) / 10) * 10;
    parts.push(`${by} rev/min ${off.speedRpm > 0 ? 'over' : 'under'} its idle speed`);
  }
  return parts.join(', ');
}

/** What was asked, what came, and what would explain the difference. */
function offReason(verdict: StartVerdict, { netMs, idleAir }: ExplainedBy): string {
  const { off, vapourLambda, lambdaTarget, idleRpm, endSpeedRpm } = verdict;
  const parts: string[] = [];
  if (off.lambda !== null) {
    const rich = off.lambda < 1;
    const share = percent(Math.abs(1 / off.lambda - 1));
    const dead =
      netMs === null
        ? ''
        : `, or a dead time ${formatNumber(netMs * Math.abs(1 - off.lambda), 2)} ms too ${rich ? 'long' : 'short'}`;
    parts.push(
      `Vapour lambda is ${(vapourLambda ?? 0).toFixed(2)} where ${(lambdaTarget ?? 0).toFixed(2)} is asked. A filling ${share} too ${rich ? 'high' : 'low'} where it idles would explain it, injectors that flow ${share} ${rich ? 'more' : 'less'} than typed${dead}.`,
    );
  }
  if (off.speedRpm !== null) {
    const over = off.speedRpm > 0;
    const mixture = off.lambda === null ? '' : ', or the mixture';
    parts.push(
      `It idles at ${Math.round(endSpeedRpm)} rev/min where ${Math.round(idleRpm ?? 0)} is asked: too ${over ? 'much' : 'little'} idle air${mixture}. ${over ? CLOSE_WORDS[idleAir] : idleAirWords(idleAir)}`,
    );
  }
  return parts.join(' ');
}

/** What was compared with what was asked. */
function settledReason({ endSpeedRpm, idleRpm, vapourLambda, lambdaTarget }: StartVerdict): string {
  const speed = `It holds ${Math.round(endSpeedRpm)} rev/min${idleRpm === null ? '' : `, ${Math.round(idleRpm)} asked`}`;
  if (vapourLambda === null || lambdaTarget === null) return `${speed}.`;
  return `${speed}, with a vapour lambda of ${vapourLambda.toFixed(2)}, ${lambdaTarget.toFixed(2)} asked.`;
}

const CLOSE_WORDS: Readonly<Record<EcuProgram['idleAir'], string>> = {
  valve: 'Close the idle valve at this temperature.',
  thermostatic: 'Close the stop screw.',
  screw: 'Close the stop screw.',
};

const CUT_WORDS =
  'Fuel was cut as on overrun: the limits of the overrun cut reach where it idles. They are drawn on the filling map';

function faultWords({ mainFault, cut }: StartVerdict, lambda: string): string {
  if (cut) return `. ${CUT_WORDS}`;
  if (mainFault === 'tooLean') return `: charges too lean to burn${lambda}`;
  if (mainFault === 'tooRich' || mainFault === 'wetPlug') return `: charges too rich to burn${lambda}`;
  return lambda;
}

function stallReason(verdict: StartVerdict, cold: boolean, lambda: string): string {
  if (verdict.cut) return `${CUT_WORDS}.`;
  switch (verdict.mainFault) {
    case 'tooLean':
    case 'noFuel':
      return cold
        ? `It ran on cranking fuel, then what it got running was too lean to burn${lambda}. It needs more after-start or warm-up enrichment.`
        : `Running fuel is too lean to burn${lambda}. Look at the VE map where it idles.`;
    case 'tooRich':
    case 'wetPlug':
      return `Running fuel is too rich to burn${lambda}. ${cold ? 'Take after-start enrichment back.' : 'Look at the VE map where it idles.'}`;
    case 'noSpark':
      return 'It ran, then charges had no spark. Look at the coils and their dwell.';
    case null:
      return 'The charges burned, but without enough torque to keep it turning. Look at the spark advance at idle.';
  }
}

function stallMap({ mainFault, cut }: StartVerdict, cold: boolean, by: ExplainedBy): MapId | null {
  if (cut) return by.load.filling;
  if (mainFault === null) return by.load.spark;
  return cold ? 'afterStart' : by.load.filling;
}
