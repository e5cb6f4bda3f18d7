import type { Bin, InjectionFacts } from '../log';
import { deadTimeAt, injectorFlowGPerS, LEAST_ACROSS_KPA, pressureAcrossKpa } from '../injector';
import { formatNumber } from '../units';

/** What is known beside the evidence. */
export interface CauseContext {
  readonly facts: InjectionFacts | null;
  readonly sensors: number;
  /** Fuel is metered by a map of pulses, which knows no pressure; left out where it is not. */
  readonly pulses?: boolean;
}

/** A cause that lays a pattern of its own over the errors. A further one is one entry. */
export interface CauseInfo {
  readonly id: CauseId;
  readonly label: string;
  /** How likely it is before anything was read, of 1 for an unlikely one. */
  readonly weight: number;
  /** How much of it there always is, and is no cause of anything (standard deviation). */
  readonly usual: number;
  /** Its size before anything was read. */
  readonly size: { readonly mean: number; readonly spread: number };
  /** Why a log without what it takes cannot show it at all; null where it has it. */
  readonly blind: (bins: readonly Bin[], context: CauseContext) => string | null;
  /** A size that one would want to see, and what makes it seen where what was driven does not. */
  readonly telling: { readonly size: number; readonly how: string };
  /** The logarithm of the error that a bin reads with it at this size. */
  readonly error: (bin: Bin, size: number, context: CauseContext) => number;
  /** It says nothing of the level of all errors: a map is right at the warmth that it was made in. */
  readonly anyLevel?: true;
  /** What its pattern is seen along. */
  readonly along: 'netMs' | 'manifoldKpa' | 'airC';
  /** What it says at a size. */
  readonly says: (size: number, context: CauseContext) => string;
  /** What would tell it from the others. */
  readonly test: string;
}

export type CauseId = 'factor' | 'deadTime' | 'regulator' | 'chargeTemperature' | 'sensorOne' | 'sensorTwo';

/** Air is usually so warm: the warmth that a map is laid for, °C. */
const USUAL_AIR_C = 20;
const KELVIN = 273.15;

const percent = (ln: number) => formatNumber(100 * Math.abs(Math.exp(ln) - 1), 1);

const oneSensor = (_: readonly Bin[], { sensors }: CauseContext) =>
  sensors < 2
    ? 'There is one lambda sensor: a bank or a cylinder by itself is not seen. A second one would tell.'
    : null;
const TWO_SETS = 'Of two injector sets a log has the opening of the first alone.';

/** Every cause beside the filling itself. */
export const CAUSE_LIST: readonly CauseInfo[] = [
  {
    id: 'factor',
    label: 'One factor for everything',
    weight: 1,
    usual: 0.004,
    size: { mean: 0, spread: 0.08 },
    blind: () => null,
    telling: { size: 0.03, how: 'Drive it warm and steady.' },
    error: (_, size) => size,
    along: 'manifoldKpa',
    says: (size) =>
      `Everything is ${percent(size)} % ${size > 0 ? 'lean' : 'rich'}, whatever speed and load.`,
    test: 'Injector flow, fuel density and displacement look alike in a log. Weigh what the injectors give over a minute; Injector flow on the bench leads through it.',
  },
  {
    id: 'deadTime',
    label: 'Injector dead time',
    weight: 1,
    usual: 0.02,
    size: { mean: 0, spread: 0.12 },
    blind: (bins, { facts }) => {
      if (facts === null) return TWO_SETS;
      return bins.some(({ netMs }) => netMs > 0)
        ? null
        : 'No injector opening was logged: record it, with battery voltage.';
    },
    telling: {
      size: 0.12,
      how: 'Pulses and battery voltage hardly varied. Let it idle with the lights on and off, and load it once.',
    },
    error: ({ netMs }, size) => (netMs > 0 ? -Math.log(Math.max(0.2, 1 + size / netMs)) : 0),
    along: 'netMs',
    says: (size) =>
      `It was typed ${formatNumber(Math.abs(size), 2)} ms too ${size > 0 ? 'long' : 'short'}: what is injected is off most where pulses are short.`,
    test: 'Let it idle, and switch the lights on: battery voltage falls, and lambda moves with it. Injector flow on the bench measures dead time at two pulses.',
  },
  {
    id: 'regulator',
    label: 'What fuel pressure follows',
    weight: 0.6,
    usual: 0.05,
    size: { mean: 1, spread: 0.15 },
    blind: (_, { facts, pulses }) => {
      if (facts === null) return TWO_SETS;
      if (pulses) return 'Plain pulses hold what pressure does: whatever was typed of it is not in them.';
      return facts.regulator === 'measured'
        ? 'Fuel pressure is measured: it is in what is injected already.'
        : null;
    },
    telling: { size: 1, how: 'Manifold pressure hardly varied. Drive it from idle to full load.' },
    error: (bin, size, { facts }) => (facts === null ? 0 : size * otherRegulatorLn(facts, bin)),
    along: 'manifoldKpa',
    says: (_, { facts }) =>
      facts?.regulator === 'manifold'
        ? 'Pressure does not follow the manifold, as was typed: a fixed regulator, or its hose is off.'
        : 'Pressure follows the manifold, and was typed as fixed.',
    test: 'Read fuel pressure at idle and under load, or pull the hose off the regulator at idle: one that follows rises. Fuel pressure on the bench leads through it.',
  },
  {
    id: 'chargeTemperature',
    anyLevel: true,
    label: 'Warmth of the air',
    weight: 0.6,
    usual: 0.1,
    size: { mean: 0, spread: 0.6 },
    blind: (bins) =>
      bins.some(({ airC }) => !Number.isNaN(airC)) ? null : 'Air temperature was not logged.',
    telling: {
      size: 0.6,
      how: 'The air was about as warm all the time. Log it cold, and again when the engine bay has soaked up heat.',
    },
    error: ({ airC }, size) =>
      Number.isNaN(airC) ? 0 : size * Math.log((airC + KELVIN) / (USUAL_AIR_C + KELVIN)),
    along: 'airC',
    says: (size) =>
      `It grows ${size > 0 ? 'lean' : 'rich'} as the air grows warm, ${formatNumber(100 * Math.abs(size) * (10 / (USUAL_AIR_C + KELVIN)), 1)} % for 10 °C.`,
    test: 'Compare the intake sensor with a thermometer, cold and hot. A sensor that soaks up heat, or its curve, looks like this.',
  },
  {
    id: 'sensorOne',
    label: 'What the first lambda sensor sees',
    weight: 0.5,
    usual: 0.005,
    size: { mean: 0, spread: 0.06 },
    blind: oneSensor,
    telling: { size: 0.05, how: 'Drive it warm and steady, with both sensors.' },
    error: ({ sensor }, size) => (sensor === 0 ? size : 0),
    along: 'manifoldKpa',
    says: (size) =>
      `What it sees is ${percent(size)} % ${size > 0 ? 'lean' : 'rich'}, and the other side is right.`,
    test: 'Change both sensors for each other: does it go with the sensor, or stay with the bank?',
  },
  {
    id: 'sensorTwo',
    label: 'What the second lambda sensor sees',
    weight: 0.5,
    usual: 0.005,
    size: { mean: 0, spread: 0.06 },
    blind: oneSensor,
    telling: { size: 0.05, how: 'Drive it warm and steady, with both sensors.' },
    error: ({ sensor }, size) => (sensor === 1 ? size : 0),
    along: 'manifoldKpa',
    says: (size) =>
      `What it sees is ${percent(size)} % ${size > 0 ? 'lean' : 'rich'}, and the other side is right.`,
    test: 'Change both sensors for each other: does it go with the sensor, or stay with the bank?',
  },
];

/** The logarithm of the error where the regulator is of the other kind than was typed: another flow, and another dead time. */
function otherRegulatorLn(facts: InjectionFacts, { netMs, volts, manifoldKpa }: Bin): number {
  const across = (regulator: 'manifold' | 'fixed') =>
    Math.max(
      LEAST_ACROSS_KPA,
      pressureAcrossKpa(regulator, facts.railGaugeKpa, facts.barometricKpa, manifoldKpa),
    );
  const typed = across(facts.regulator === 'manifold' ? 'manifold' : 'fixed');
  const other = across(facts.regulator === 'manifold' ? 'fixed' : 'manifold');
  const flow = injectorFlowGPerS(facts, typed) / injectorFlowGPerS(facts, other);
  if (!(netMs > 0)) return Math.log(flow);
  const later = deadTimeAt(facts.deadTime, volts, other) - deadTimeAt(facts.deadTime, volts, typed);
  return Math.log(flow) - Math.log(Math.max(0.2, 1 - later / netMs));
}
