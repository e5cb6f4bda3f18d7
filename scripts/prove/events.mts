import { Chance } from '@tests/independent/chance';
import { madeBy, type MadeLog } from '@tests/independent/logMaker';
import { EVENTS, eventful } from '@tests/independent/plantedEvents';
import { PLANTED } from '@tests/independent/planted';
import { asLog } from '@tests/support/independentLog';
import { INDEPENDENT_KINDS, judgedEvents } from '@tests/support/judgedEvents';
import { PLANT_IDS, PLANTS, plantedDrive } from '@tests/support/plantedEvents';
import { found, say } from './report.mts';

const SEEDS = 10;
const LOG_S = 240;
/** Every log of the independent engine begins so, s. */
const START_S = 5;

/** Each kind of event planted in drives of the car, and in logs of an engine that shares nothing with it. */
export function proveEvents(firstSeed: number): void {
  const seeds = Array.from({ length: SEEDS }, (_, i) => firstSeed + i);
  const tally = new Tally();
  for (const id of PLANT_IDS) {
    for (const demo of PLANTS[id].demos) {
      for (const seed of seeds) tally.take(`${demo} ${id}`, seed, judgedEvents(plantedDrive(id, demo, seed)));
    }
  }
  tally.say('the car');
  const independent = new Tally();
  for (const event of EVENTS) {
    for (const seed of seeds) {
      const made = madeBy(PLANTED[seed % PLANTED.length] ?? 'random', seed, LOG_S);
      const planted = eventful(made, event, new Chance(seed));
      if (planted === null) {
        found(`independent, ${event}, seed ${seed}: the drive has no place for it`);
        continue;
      }
      const truth = { kind: INDEPENDENT_KINDS[event], fromS: planted.fromS, toS: planted.toS + 0.5 };
      independent.take(
        event,
        seed,
        judgedEvents({ ...givenOf(planted.made), truths: [...STARTS, truth], also: [] }),
      );
    }
  }
  independent.say('an independent engine');
}

const STARTS = (['start', 'caught'] as const).map((kind) => ({ kind, fromS: 0, toS: START_S }));

function givenOf(made: MadeLog) {
  const { log, task } = asLog(made);
  return { log, barometricKpa: task.barometricKpa };
}

/** Truths and events counted together. */
class Tally {
  private truths = 0;
  private missed = 0;
  private found = 0;
  private untrue = 0;
  private readonly byKind = new Map<string, { truths: number; missed: number }>();
  private readonly words: string[] = [];

  take(name: string, seed: number, judged: ReturnType<typeof judgedEvents>): void {
    this.truths += judged.truths;
    this.missed += judged.missed.length;
    this.found += judged.found;
    this.untrue += judged.untrue.length;
    const one = this.byKind.get(name) ?? { truths: 0, missed: 0 };
    this.byKind.set(name, {
      truths: one.truths + 1,
      missed: one.missed + (judged.missed.length > 0 ? 1 : 0),
    });
    for (const kind of judged.missed) this.words.push(`${name}, seed ${seed}: ${kind} missed`);
    for (const text of judged.untrue) this.words.push(`${name}, seed ${seed}: ${text}`);
  }

  say(of: string): void {
    for (const words of this.words) found(words.slice(0, 180));
    const [worst = ['none', { truths: 1, missed: 0 }] as const] = [...this.byKind].sort(
      ([, one], [, other]) => other.missed / other.truths - one.missed / one.truths,
    );
    const share = 1 - this.missed / this.truths;
    const least = 1 - worst[1].missed / worst[1].truths;
    say(
      least >= 0.95 && this.untrue / this.found <= 0.02,
      `events in ${of}: ${(100 * share).toFixed(1)} % of ${this.truths} found, of the hardest kind (${worst[0]}) ${(100 * least).toFixed(0)} %, of 95 each; ${this.untrue} of ${this.found} said are not there, ${((100 * this.untrue) / this.found).toFixed(1)} % of 2`,
    );
  }
}
