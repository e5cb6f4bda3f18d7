import type { Chance } from './chance';
import { driveOf } from './drive';
import { type Build, Engine, type Seen, STEP_S, type Wish } from './engine';
import { builtBy, type MadeLog } from './logMaker';
import type { Planted } from './planted';

const EVERY = Math.round(0.05 / STEP_S);
/** A foot that brings the load where it is wanted: so many per cent of pedal for a share that it is off, so often, s. */
const FOOT = { percent: 25, everyS: 0.2 } as const;

/** An engine that is driven on piece by piece, with a log of all of it so far. */
export class Onward {
  private readonly build: Build;
  private readonly chance: Chance;
  private readonly needed: readonly number[];
  private readonly engine: Engine;
  private readonly timeS: number[] = [];
  private readonly rows: Seen[] = [];
  private steps = 0;
  private pedal = 12;

  constructor(kind: Planted, seed: number) {
    const { build, chance, needed } = builtBy(kind, seed);
    [this.build, this.chance, this.needed] = [build, chance, needed];
    this.engine = new Engine(build, chance);
    for (const { wish, forS } of driveOf(build, chance, 0).slice(0, 2)) this.on(wish, forS);
  }

  /** How long was driven, s. */
  get drivenS(): number {
    return this.steps * STEP_S;
  }

  /** Holds a speed and brings the load to what is wanted, as a driver does on a brake. */
  hold(rpm: number, load: number, forS: number): void {
    for (let passedS = 0; passedS < forS; passedS += FOOT.everyS) {
      const wish = { pedal: this.pedal, holdRpm: rpm, gear: 3, cranking: false };
      this.on(wish, FOOT.everyS);
      const { mapKpa, tps } = this.engine.seen(wish);
      const is = this.build.by === 'throttle' ? tps : mapKpa;
      const off = (load - is) / Math.max(20, load);
      this.pedal = Math.min(100, Math.max(1, this.pedal + FOOT.percent * off));
    }
  }

  /** Drives wherever chance goes, for so long. */
  wander(forS: number): void {
    const legs = driveOf(this.build, this.chance, forS + 40).slice(2, -1);
    let leftS = forS;
    for (const { wish, forS: legS } of legs) {
      if (leftS <= 0) return;
      this.on(wish, Math.min(legS, leftS));
      leftS -= legS;
    }
  }

  /** What was logged so far. */
  made(): MadeLog {
    return { timeS: [...this.timeS], rows: [...this.rows], build: this.build, needed: this.needed };
  }

  private on(wish: Wish, forS: number): void {
    for (let i = 0; i * STEP_S < forS; i += 1) {
      this.engine.step(wish);
      this.steps += 1;
      if (this.steps % EVERY !== 0) continue;
      this.timeS.push(this.steps * STEP_S);
      this.rows.push(this.engine.seen(wish));
    }
  }
}
