/**
 * Reads damaged files for as long as it takes, from a fresh seed, and looks through all that are accepted. Not part of
 * `npm test`, which reads ten thousand.
 * Usage: npm run fuzz -- 1000000 [seed]
 */
import { FUZZED_FILES, fuzzed } from '@tests/support/fuzzed';

const [cases = '1000000', given] = process.argv.slice(2);
const seed = Number(given ?? Date.now() % 1_000_000);
const PART = 20_000;

console.log(`Damaged files, from seed ${seed}`);
let [done, accepted] = [0, 0];
for (let part = 0; done < Number(cases); part += 1) {
  const result = fuzzed(FUZZED_FILES, Math.min(PART, Number(cases) - done), seed + part);
  done += result.cases;
  accepted += result.accepted;
  console.log(`${done} read, ${accepted} accepted and looked through, none crashed`);
}
