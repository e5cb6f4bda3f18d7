import { type Calibration } from '../../calibration';
import { pinCurrentA } from '../../outputs';
import { outputFunction } from '../../pins';
import { check, type Found } from '../entry/check';

export const outputsDriverBurns = check({
  id: 'outputs.driverBurns',
  title: 'Output driver overloaded',
  severity: 'blocks',
  reads: ['outputs', 'pins'],
  why: 'The driver in the engine computer burns.',
  find: overloaded,
  say: ({ name, pin, amps, maxA, relay }) =>
    `${name} puts ${amps} A on pin ${pin}, which bears ${maxA} A and burns. ${relay ? 'Choose a pin that bears more' : 'Put a relay between, or choose a pin that bears more'}.`,
});

interface Overloaded extends Record<string, unknown> {
  readonly name: string;
  readonly pin: string;
  readonly amps: number;
  readonly maxA: number;
  readonly relay: boolean;
}

/** Outputs whose pin would carry more than its driver bears. */
function overloaded({ outputs, pins: { ecu, assignments } }: Calibration): Found<Overloaded>[] {
  return outputs.flatMap((output) => {
    const amps = pinCurrentA(output);
    const wired = assignments.find((entry) => entry.function === outputFunction(output.id));
    const maxA = ecu?.pins.find(({ id }) => id === wired?.pin)?.maxA;
    if (amps === null || wired === undefined || maxA === undefined || amps <= maxA) return [];
    const { id, name, throughRelay } = output;
    return [
      {
        place: `outputs.${id}` as const,
        data: { name, pin: wired.pin, amps, maxA, relay: throughRelay === true },
      },
    ];
  });
}
