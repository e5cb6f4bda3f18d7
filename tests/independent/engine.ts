import type { Chance } from './chance';
import { readCurve, readSurface, type Surface } from './surface';

/** What an engine is, and what its calibration says of it. */
export interface Build {
  readonly by: 'pressure' | 'throttle';
  readonly cylinders: number;
  readonly litres: number;
  readonly baroKpa: number;
  /** Highest manifold pressure, kPa: the barometer, or boost. */
  readonly topKpa: number;
  readonly idleRpm: number;
  readonly topRpm: number;
  readonly ratio: number;
  /** Injector flow, mg/ms, and dead time over voltage, ms: as they are and as typed. */
  readonly flow: { readonly is: number; readonly typed: number };
  readonly deadMs: {
    readonly is: readonly (readonly [number, number])[];
    readonly typed: readonly (readonly [number, number])[];
  };
  /** Filling at manifold density, or at barometric density by throttle, %: as it is and as typed. */
  readonly filling: { readonly is: Surface; readonly typed: Surface };
  readonly target: Surface;
  /** From injection to reading: a time, what gas must pass, g, and the lag of the sensor, s. */
  readonly reading: { readonly fixedS: number; readonly gasG: number; readonly lagS: number };
  /** Share of an injection that wets the wall, and how fast the wall dries, s. */
  readonly wall: { readonly share: number; readonly driesS: number };
  /** Fuel pressure over the manifold as it was typed, kPa; a fixed regulator really holds it over the air outside. */
  readonly rail: { readonly kpa: number; readonly isFixed: boolean };
  /** Beyond density the filling goes by this power of the warmth of the air, over that at {@link FREE_C}. */
  readonly withAir: number;
  /** Fuel of the second bank over that of the first, with a sensor for each; null with one sensor for all. */
  readonly secondBank: number | null;
  /** Net pulses at the target and 20 °C by speed and pressure, ms, as typed, in the place of filling; null where filling meters. */
  readonly pulses: Surface | null;
  /** Whether measured lambda trims fuel, and whether what it keeps trimming is learned. */
  readonly trims: 'none' | 'loop' | 'learned';
  /** Lights are switched on and off, and the air drawn in is warm and cold by turns. */
  readonly swings: boolean;
}

/** What the driver wants of the engine: a pedal, and a speed that something holds; null lets it run. */
export interface Wish {
  readonly pedal: number;
  readonly holdRpm: number | null;
  readonly gear: number;
  readonly cranking: boolean;
}

/** One row of what the engine computer saw and did. */
export interface Seen {
  readonly rpm: number;
  readonly mapKpa: number;
  readonly tps: number;
  readonly coolantC: number;
  readonly airC: number;
  readonly volts: number;
  readonly lambda: number;
  /** Of the second bank; null without a sensor there. */
  readonly lambdaTwo: number | null;
  readonly target: number;
  readonly pulseMs: number;
  readonly ve: number;
  /** Factors that fuel was trimmed by: by the loop, and what was learned. */
  readonly trim: number;
  readonly learned: number;
  /** From the map of pulses, ms; NaN without one. */
  readonly pulseMapped: number;
  readonly cranking: boolean;
  readonly afterStart: boolean;
  readonly cut: boolean;
  readonly gear: number;
}

export const STEP_S = 0.005;
const R = 287.05;
const FREE_AIR = 2;
/** Air outside, °C. */
export const FREE_C = 8;
/** Pulses are typed for air as warm as this, °C, and follow its density. */
export const PULSES_AT_C = 20;
/** Lights are on for so long and off for as long, s; the air is warm and cold by turns of this. */
const LIGHTS_S = 23;
const AIR_S = 170;

/** An engine that runs, and the engine computer that feeds it by what was typed. */
export class Engine {
  private rpm = 0;
  private mapKpa: number;
  private tps = 0;
  private wallMg = 0;
  private ranS = 0;
  private coolantC = 82;
  private airC = 8;
  private passedG = 0;
  private timeS = 0;
  private atSensor = FREE_AIR;
  private read = FREE_AIR;
  private readTwo = FREE_AIR;
  /** Mixture that wanders by itself from second to second, and a hand and foot that are not still. */
  private wanders = 0;
  private hand = 0;
  private foot = 0;
  private cutting = false;
  private afterStart = false;
  /** Gas on its way: when it left, how much had passed by then, and its lambda. */
  private readonly pipe: { readonly leftS: number; readonly atG: number; readonly lambda: number }[] = [];
  private now: Pick<Seen, 'target' | 'pulseMs' | 've' | 'trim' | 'learned' | 'pulseMapped'> = {
    target: 1,
    pulseMs: 0,
    ve: 0,
    trim: 1,
    learned: 1,
    pulseMapped: NaN,
  };
  private trim = 1;
  /** What was learned by a coarse place of speed and load. */
  private readonly learnt = new Map<string, number>();

  constructor(
    private readonly build: Build,
    private readonly chance: Chance,
  ) {
    this.mapKpa = build.baroKpa;
  }

  get speedRpm(): number {
    return this.rpm;
  }

  step(wish: Wish): void {
    const { build } = this;
    this.timeS += STEP_S;
    this.wander();
    const pedal = wish.pedal === 0 ? 0 : Math.max(1, wish.pedal * (1 + 0.02 * this.foot));
    this.tps += (pedal - this.tps) * Math.min(1, STEP_S / 0.05);
    this.mapKpa += (this.restingKpa() - this.mapKpa) * Math.min(1, STEP_S / 0.06);
    this.turn(wish);
    const swingC = build.swings ? 14 * (1 + Math.sin((2 * Math.PI * this.timeS) / AIR_S)) : 0;
    this.airC += (FREE_C + swingC + (this.mapKpa > build.baroKpa ? 14 : 6) - this.airC) * (STEP_S / 40);
    this.coolantC += (90 - this.coolantC) * (STEP_S / 120);
    if (wish.cranking || this.rpm < 300) this.ranS = 0;
    else this.ranS += STEP_S;
    this.afterStart = this.ranS > 0 && this.ranS < 4;
    this.feed(wish);
    this.sense();
  }

  seen(wish: Wish): Seen {
    const shake = (spread: number) => spread * this.chance.bell();
    return {
      rpm: Math.max(0, Math.round(this.rpm + shake(2))),
      mapKpa: this.mapKpa + shake(0.25),
      tps: this.tps + shake(0.06),
      coolantC: this.coolantC + shake(0.1),
      airC: this.airC + shake(0.1),
      volts: this.volts() + shake(0.03),
      lambda: Math.min(FREE_AIR, Math.max(0.55, this.read * (1 + shake(0.008)))),
      lambdaTwo:
        this.build.secondBank === null
          ? null
          : Math.min(FREE_AIR, Math.max(0.55, this.readTwo * (1 + shake(0.008)))),
      ...this.now,
      cranking: wish.cranking,
      afterStart: this.afterStart,
      cut: this.cutting,
      gear: wish.gear,
    };
  }

  private wander(): void {
    const to = (value: number, withinS: number) =>
      value * (1 - STEP_S / withinS) + Math.sqrt((2 * STEP_S) / withinS) * this.chance.bell();
    this.wanders = to(this.wanders, 0.7);
    this.hand = to(this.hand, 1.5);
    this.foot = to(this.foot, 1);
  }

  private volts(): number {
    const lit = this.build.swings && Math.floor(this.timeS / LIGHTS_S) % 2 === 1;
    const sag = lit ? 1.7 * Math.max(0.2, 1 - this.rpm / 3500) : 0;
    return (this.rpm < 300 ? 12.4 : Math.min(13.9, 13.3 + this.rpm / 4000)) - sag;
  }

  /** Where manifold pressure comes to rest: the throttle’s flow against what the cylinders draw. */
  private restingKpa(): number {
    const { baroKpa, topKpa, topRpm } = this.build;
    const speed = Math.max(300, this.rpm) / topRpm;
    const open = (this.tps / 100) ** 1.4 + 0.022;
    const share = open / (open + 0.16 * speed);
    const boosted = baroKpa + (topKpa - baroKpa) * Math.min(1, 0.45 + 0.6 * speed);
    return Math.max(18, boosted * share * 1.06 > boosted ? boosted : boosted * share * 1.06);
  }

  private turn({ holdRpm, gear, cranking, pedal }: Wish): void {
    const { idleRpm, topRpm, baroKpa } = this.build;
    if (cranking) this.rpm += (220 - this.rpm) * Math.min(1, STEP_S / 0.2);
    else if (holdRpm !== null)
      this.rpm += Math.max(-1500, Math.min(1500, (holdRpm + 45 * this.hand - this.rpm) / 0.25)) * STEP_S;
    else if (gear > 0) {
      const pulls = this.mapKpa / baroKpa - 0.32 - 0.25 * (this.rpm / topRpm) ** 2;
      this.rpm += (2600 / gear) * pulls * STEP_S;
    } else if (pedal > 1) this.rpm += 900 * (pedal / 20) * STEP_S;
    else this.rpm += ((idleRpm - this.rpm) / 0.4 + 120 * this.chance.bell()) * STEP_S;
    this.rpm = Math.min(topRpm, Math.max(0, this.rpm));
  }

  /** The engine computer’s pulse by what was typed, the wall, and the mixture that leaves the cylinders. */
  private feed({ cranking, pedal }: Wish): void {
    const { build } = this;
    const { filling, flow, deadMs, target, ratio, cylinders } = build;
    const load = build.by === 'throttle' ? this.tps : this.mapKpa;
    const cylinderL = build.litres / cylinders;
    const kpa = build.by === 'throttle' ? build.baroKpa : this.mapKpa;
    const gasC = this.airC + 0.15 * (this.coolantC - this.airC);
    const fullMg = (kpa * cylinderL * 1e6) / (R * (gasC + 273.15));
    const cyclesPerS = this.rpm / 120;
    const ve = readSurface(filling.typed, this.rpm, load);
    const wanted = readSurface(target, this.rpm, load);
    this.cutting = !cranking && pedal < 0.5 && this.rpm > (this.cutting ? 1500 : 1900);
    const rich = cranking ? 1.6 : this.afterStart ? 1.15 : 1;
    const learned = this.trimmed(wanted, load, cranking);
    const pulseMapped = build.pulses === null ? NaN : readSurface(build.pulses, this.rpm, this.mapKpa);
    const meteredMg =
      build.pulses === null
        ? ((ve / 100) * fullMg) / (wanted * ratio)
        : (pulseMapped * flow.typed * (PULSES_AT_C + 273.15)) / (gasC + 273.15);
    const meantMg = this.cutting ? 0 : meteredMg * rich * this.trim * learned;
    const pulseMs = meantMg === 0 ? 0 : meantMg / flow.typed + readCurve(deadMs.typed, this.volts());
    this.now = { target: wanted, pulseMs, ve, trim: this.trim, learned, pulseMapped };
    const { kpa: railKpa, isFixed } = build.rail;
    const pressed = Math.sqrt((isFixed ? railKpa + build.baroKpa - this.mapKpa : railKpa) / railKpa);
    const sprayedMg = Math.max(0, pulseMs - readCurve(deadMs.is, this.volts())) * flow.is * pressed;
    const perS = cyclesPerS * sprayedMg;
    const driesPerS = this.wallMg / build.wall.driesS;
    this.wallMg += (build.wall.share * perS - driesPerS) * STEP_S;
    const burnsPerS = (1 - build.wall.share) * perS + driesPerS;
    const warmth = ((this.airC + 273.15) / (FREE_C + 273.15)) ** build.withAir;
    const airPerS = (cyclesPerS * readSurface(filling.is, this.rpm, load) * fullMg * warmth) / 100;
    const lambda = burnsPerS > 0 ? ((1 + 0.012 * this.wanders) * airPerS) / burnsPerS / ratio : FREE_AIR;
    this.passedG += (airPerS * cylinders * STEP_S) / 1000;
    const turnS = this.rpm > 0 ? 120 / this.rpm : 1;
    this.pipe.push({ leftS: this.timeS + turnS, atG: this.passedG, lambda: Math.min(FREE_AIR, lambda) });
  }

  /** Moves the loop’s trim, and what is learned of it. @returns what was learned here. */
  private trimmed(target: number, load: number, cranking: boolean): number {
    const { trims } = this.build;
    if (trims === 'none') return 1;
    const place = `${Math.round(this.rpm / 900)} ${Math.round(load / 18)}`;
    const learned = this.learnt.get(place) ?? 1;
    const acts = !cranking && this.ranS > 12 && !this.cutting && this.read < 1.35;
    if (!acts) {
      this.trim = 1;
      return learned;
    }
    this.trim = Math.min(1.25, Math.max(0.8, this.trim + 0.6 * (this.read / target - 1) * STEP_S));
    if (trims !== 'learned') return learned;
    const moved = 0.3 * (this.trim - 1) * STEP_S;
    this.learnt.set(place, learned * (1 + moved));
    this.trim /= 1 + moved;
    return learned;
  }

  private sense(): void {
    const { fixedS, gasG, lagS } = this.build.reading;
    for (let first = this.pipe[0]; first !== undefined; first = this.pipe[0]) {
      if (this.timeS - first.leftS < fixedS || this.passedG - first.atG < gasG) break;
      this.atSensor = first.lambda;
      this.pipe.shift();
    }
    this.read += (this.atSensor - this.read) * Math.min(1, STEP_S / lagS);
    const second = Math.min(FREE_AIR, this.atSensor / (this.build.secondBank ?? 1));
    this.readTwo += (second - this.readTwo) * Math.min(1, STEP_S / lagS);
  }
}
