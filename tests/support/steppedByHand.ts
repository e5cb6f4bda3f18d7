import { AT, CHANNEL_IDS, type ChannelId, frameOf } from '@/core/channel';
import type { Log } from '@/core/log';
import type { EcuProgram } from '@/core/program';
import type { Car } from '@/standin/car';
import { heldCar, type HeldAt } from '@/standin/loopTrial';
import { type CarSetup, VirtualCar } from '@/standin/virtualCar';

/** The filling map typed so much higher, as a share. */
function typedHigher(program: EcuProgram, share: number): EcuProgram {
  const tables = Object.fromEntries(
    Object.entries(program.tables).map(([id, grid]) =>
      id === 've' || id === 'veThrottle'
        ? [id, { ...grid, values: grid.values.map((value) => value * (1 + share)) }]
        : [id, grid],
    ),
  );
  return { ...program, tables };
}

/** A log of an engine held at points on a brake while somebody makes its map a share richer and leaner by turns. */
export function steppedByHand(
  program: EcuProgram,
  car: Car,
  setup: CarSetup,
  points: readonly HeldAt[],
  { share = 0.08, forS = 3, times = 6, rateHz = 25 } = {},
): Log {
  const rows: Float64Array[] = [];
  const frame = frameOf();
  let beganS = 0;
  const times_: number[] = [];
  for (const at of points) {
    let from = heldCar(program, car, setup, at).snapshot();
    for (let k = 0; k < times; k += 1) {
      const now = new VirtualCar(typedHigher(program, k % 2 === 0 ? share : 0), car, setup, from);
      for (let i = 0; i < forS * rateHz; i += 1) {
        // Hands move between two samples.
        now.advance((i === 0 ? 0.5 : 1) / rateHz);
        now.sample(frame);
        rows.push(Float64Array.from(frame));
        times_.push(beganS);
        beganS += 1 / rateHz;
      }
      now.advance(0.5 / rateHz);
      from = now.snapshot();
    }
    beganS += 5;
  }
  const columns = Object.fromEntries(
    CHANNEL_IDS.map((id) => [id, Float32Array.from(rows, (row) => row[AT[id]] as number)]),
  ) as Record<ChannelId, Float32Array>;
  return { timeS: Float64Array.from(times_), columns };
}
