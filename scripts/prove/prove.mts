/**
 * Acceptance of the virtual car and of what is made of its logs, on fresh seeds. Prints what was reached and the worst; exits with 1 where a line is not met.
 * Usage: npm run prove [-- first seed]
 */
import { proveBands } from './bands.mts';
import { proveCure } from './cure.mts';
import { proveDescribed } from './described.mts';
import { proveDrives } from './drives.mts';
import { proveFit } from './fit.mts';
import { proveFitCar } from './fitCar.mts';
import { proveHalved } from './halved.mts';
import { proveHolding } from './holding.mts';
import { proveIdle } from './idle.mts';
import { proveKnock } from './knock.mts';
import { proveLink } from './link.mts';
import { proveLoom } from './loom.mts';
import { proveSocket } from './socket.mts';
import { proveLoop } from './loop.mts';
import { proveProcedures } from './procedures.mts';
import { missedLines } from './report.mts';
import { proveStarts } from './starts.mts';
import { proveSteady } from './steady.mts';

const firstSeed = Number(process.argv[2] ?? Date.now() % 100_000);
console.log(`seeds from ${firstSeed}`);
for (const prove of [
  proveLoom,
  proveProcedures,
  proveFit,
  proveFitCar,
  proveStarts,
  proveBands,
  proveCure,
  proveDescribed,
  proveSteady,
  proveDrives,
  proveHalved,
  proveHolding,
  proveIdle,
  proveLoop,
  proveKnock,
  proveLink,
  proveSocket,
]) {
  await prove(firstSeed);
}
const missed = missedLines();
console.log(missed === 0 ? 'all met' : `${missed} missed`);
process.exitCode = missed === 0 ? 0 : 1;
