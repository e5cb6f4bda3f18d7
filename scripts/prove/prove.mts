/**
 * Acceptance of the virtual car and of what is made of its logs, on fresh seeds. Prints what was reached and the worst; exits with 1 where a line is not met.
 * Usage: npm run prove [-- first seed [parts…]], as `npm run prove -- 4711 procedures link`
 */
import { proveBands } from './bands.mts';
import { proveCure } from './cure.mts';
import { proveDescribed } from './described.mts';
import { proveDrives } from './drives.mts';
import { proveEvents } from './events.mts';
import { proveFit } from './fit.mts';
import { proveFitCar } from './fitCar.mts';
import { proveHalved } from './halved.mts';
import { proveHolding } from './holding.mts';
import { proveIdle } from './idle.mts';
import { proveKnock } from './knock.mts';
import { proveLink } from './link.mts';
import { proveCauses } from './causes.mts';
import { proveLogFiles } from './logFiles.mts';
import { proveLoom } from './loom.mts';
import { proveSocket } from './socket.mts';
import { proveLoopPlant } from './loopPlant.mts';
import { proveLoop } from './loop.mts';
import { proveProcedures } from './procedures.mts';
import { proveDiagnosis } from './diagnosis.mts';
import { missedLines } from './report.mts';
import { proveOwnFactor } from './ownFactor.mts';
import { proveSpark } from './spark.mts';
import { proveStartStudy } from './startStudy.mts';
import { proveMended } from './mended.mts';
import { proveStarts } from './starts.mts';
import { proveSteady } from './steady.mts';
import { proveWhereNext } from './whereNext.mts';

const PARTS = {
  loom: proveLoom,
  procedures: proveProcedures,
  diagnosis: proveDiagnosis,
  causes: proveCauses,
  mended: proveMended,
  ownFactor: proveOwnFactor,
  spark: proveSpark,
  startStudy: proveStartStudy,
  loopPlant: proveLoopPlant,
  whereNext: proveWhereNext,
  logFiles: proveLogFiles,
  events: proveEvents,
  fit: proveFit,
  fitCar: proveFitCar,
  starts: proveStarts,
  bands: proveBands,
  cure: proveCure,
  described: proveDescribed,
  steady: proveSteady,
  drives: proveDrives,
  halved: proveHalved,
  holding: proveHolding,
  idle: proveIdle,
  loop: proveLoop,
  knock: proveKnock,
  link: proveLink,
  socket: proveSocket,
} as const;

const firstSeed = Number(process.argv[2] ?? Date.now() % 100_000);
const named = process.argv.slice(3);
const unknown = named.filter((name) => !Object.hasOwn(PARTS, name));
if (unknown.length > 0) {
  console.error(`There is no part ${unknown.join(', ')}: ${Object.keys(PARTS).join(', ')}.`);
  process.exit(2);
}
console.log(`seeds from ${firstSeed}`);
for (const [name, prove] of Object.entries(PARTS)) {
  if (named.length === 0 || named.includes(name)) await prove(firstSeed);
}
const missed = missedLines();
console.log(missed === 0 ? 'all met' : `${missed} missed`);
process.exitCode = missed === 0 ? 0 : 1;
