import { AT, type Frame, read } from '../channel';
import type { Injection } from '../ecu';
import { LEAST_ACROSS_KPA } from '../injector';
import type { EcuProgram } from '../program';
import { formatNumber } from '../units';
import { input, pressure } from './inputs';
import type { Step } from './step';

/** From fuel to the injector’s opening and its duty. */
export function openingSteps(program: EcuProgram, frame: Frame, at: Injection): Step[] {
  const { injector } = program;
  const fixed = injector.regulator !== 'manifold';
  const twice = injector.squirts > 1;
  const staged = at.secondOpeningMs > 0;
  return [
    {
      id: 'across',
      title: 'Pressure across the injector',
      formula: fixed ? 'Δp = rail + p_baro − p' : 'Δp = rail (the regulator follows the manifold)',
      inputs: [
        input(
          'rail',
          injector.regulator === 'measured' && !Number.isNaN(read(frame, AT.fuelPressure))
            ? 'Rail, measured, gauge'
            : 'Rail, gauge',
          at.railGaugeKpa,
          0,
          'kPa',
        ),
        ...(fixed ? [input('p_baro', 'Barometric', program.barometricKpa, 1, 'kPa'), pressure(frame)] : []),
      ],
      result: input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
      beyond:
        at.acrossKpa > LEAST_ACROSS_KPA
          ? []
          : [`Hardly any pressure is left: ${LEAST_ACROSS_KPA} kPa is taken, and the fuel will not come.`],
    },
    {
      id: 'flow',
      title: 'Injector flow',
      formula:
        injector.measuredFlow.x.length > 0
          ? 'between the measured flows, in √Δp'
          : 'q = q_rated · √(Δp / Δp_rated)',
      inputs: [
        input('q_rated', 'Rated flow, this fuel', injector.ratedFlowGPerS, 4, 'g/s'),
        input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
        input('Δp_rated', 'Rated pressure', injector.ratedPressureKpa, 0, 'kPa'),
      ],
      result: input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
    },
    ...(staged
      ? [
          {
            id: 'staging',
            title: 'Second injector set',
            formula: 'm₁ = m − what the second set gives',
            inputs: [
              input('m', 'Fuel', at.fuelMg, 3, 'mg'),
              input('m₂', 'Second set', at.fuelMg - at.firstMg, 3, 'mg'),
              input('opening₂', 'Its opening', at.secondOpeningMs, 3, 'ms'),
            ],
            result: input('m₁', 'First set', at.firstMg, 3, 'mg'),
          },
        ]
      : []),
    {
      id: 'net',
      title: 'Net time',
      formula: twice ? 't_net = m / 2 / q, injected twice a cycle' : 't_net = m / q',
      inputs: [
        input('m', staged ? 'Fuel, first set' : 'Fuel', at.firstMg, 3, 'mg'),
        input('q', 'Flow', at.flowGPerS, 4, 'g/s'),
      ],
      result: input('t_net', 'Net time', at.netMs, 3, 'ms'),
    },
    ...(injector.shortPulse.x.length > 0
      ? [
          {
            id: 'short',
            title: 'Short-pulse correction',
            formula: 'short-pulse table at the net time',
            inputs: [input('t_net', 'Net time', at.netMs, 3, 'ms')],
            result: input('t_short', 'Added', at.shortPulseMs, 3, 'ms'),
          },
        ]
      : []),
    {
      id: 'dead',
      title: 'Dead time',
      formula: 'dead-time table at battery voltage and pressure across',
      inputs: [
        input('V', 'Battery', read(frame, AT.battery), 1, 'V'),
        input('Δp', 'Pressure across', at.acrossKpa, 1, 'kPa'),
      ],
      result: input('t_dead', 'Dead time', at.deadMs, 3, 'ms'),
      beyond: beyondDeadTime(program, frame, at),
    },
    {
      id: 'opening',
      title: 'Injector opening',
      formula:
        injector.shortPulse.x.length > 0 ? 'opening = t_net + t_short + t_dead' : 'opening = t_net + t_dead',
      inputs: [
        input('t_net', 'Net time', at.netMs, 3, 'ms'),
        ...(injector.shortPulse.x.length > 0 ? [input('t_short', 'Added', at.shortPulseMs, 3, 'ms')] : []),
        input('t_dead', 'Dead time', at.deadMs, 3, 'ms'),
      ],
      result: input('opening', 'Opening', at.openingMs, 3, 'ms'),
    },
    {
      id: 'duty',
      title: 'Duty',
      formula: twice
        ? 'duty = 2 · opening / cycle time, cycle = 120 000 / speed'
        : 'duty = opening / cycle time, cycle = 120 000 / speed',
      inputs: [
        input('opening', 'Opening', at.openingMs, 3, 'ms'),
        input('cycle', 'Cycle time', at.cycleMs, 2, 'ms'),
      ],
      result: input('duty', 'Duty', at.dutyPercent, 1, '%'),
    },
  ];
}

/** What of the point lies outside the dead-time table: its law stands in for voltages, its edge for pressures. */
function beyondDeadTime({ injector }: EcuProgram, frame: Frame, at: Injection): string[] {
  const batteryV = read(frame, AT.battery);
  const { curves, pressuresKpa } = injector.deadTime;
  const volts = curves.flatMap((curve) => [...curve.x]);
  const [lowV, highV] = [Math.min(...volts), Math.max(...volts)];
  const [lowKpa, highKpa] = [Math.min(...pressuresKpa), Math.max(...pressuresKpa)];
  const found: string[] = [];
  if (batteryV < lowV || batteryV > highV) {
    found.push(
      `Battery: ${formatNumber(batteryV, 1)} V is outside the table, ${formatNumber(lowV, 1)} to ${formatNumber(highV, 1)} V. The law a + b/(V − c) fitted to it stands in.`,
    );
  }
  if (pressuresKpa.length > 1 && (at.acrossKpa < lowKpa || at.acrossKpa > highKpa)) {
    found.push(
      `Pressure: ${formatNumber(at.acrossKpa, 0)} kPa across is outside the table, ${formatNumber(lowKpa, 0)} to ${formatNumber(highKpa, 0)} kPa. Its edge is taken.`,
    );
  }
  return found;
}
