import { AT, type Frame, read } from '../channel';
import type { CorrectionTarget } from '../correction';
import { correctionDefinition } from '../correction/schema';
import type { Injection } from '../ecu';
import { AXES } from '../map';
import type { EcuProgram } from '../program';
import { input } from './inputs';
import { gridRead, stepReads } from './mapRead';
import type { Step } from './step';

const SYMBOLS: Readonly<Record<CorrectionTarget, readonly [symbol: string, label: string, unit: string]>> = {
  target: ['lambda', 'Lambda target', ''],
  fuel: ['m', 'Fuel', 'mg'],
  spark: ['spark', 'Spark', '°'],
};
const SIGNS = { multiply: '×', add: '+', replace: '→' } as const;

/** The builder’s own corrections of one target, in their order; those that do not act say so. */
export function correctionSteps(
  program: EcuProgram,
  frame: Frame,
  at: Injection,
  on: CorrectionTarget,
): Step[] {
  const [symbol, label, unit] = SYMBOLS[on];
  return at.corrections
    .filter((applied) => applied.on === on)
    .flatMap((applied) => {
      const prepared = program.corrections.find(({ id }) => id === applied.id);
      if (prepared === undefined) return [];
      const { x, y, decimals, unit: cellUnit } = correctionDefinition(prepared);
      return [
        {
          id: `correction-${applied.id}`,
          title: applied.name,
          formula: applied.active
            ? `Your correction: ${symbol} ${SIGNS[applied.operation]} map`
            : 'Your correction; its condition is not met, so it does not act',
          inputs: [
            input(x.label, x.label, read(frame, AT[prepared.x]), x.decimals, x.unit),
            ...(y === null || prepared.y === null
              ? []
              : [input(y.label, y.label, read(frame, AT[prepared.y]), y.decimals, y.unit)]),
            input('before', `${label} before`, applied.before, 3, unit),
            input('map', 'The map says', applied.amount, decimals, cellUnit),
          ],
          result: input(symbol, label, applied.after, 3, unit),
          ...stepReads([
            gridRead(
              { correctionId: applied.id },
              prepared.grid,
              [AXES[prepared.x], prepared.y === null ? null : AXES[prepared.y]],
              read(frame, AT[prepared.x]),
              prepared.y === null ? 0 : read(frame, AT[prepared.y]),
            ),
          ]),
        },
      ];
    });
}
