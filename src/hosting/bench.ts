import { frameOf } from '@/core/channel';
import { type Codes, type LinkClock, LinkHost, type Transport } from '@/link';
import { BenchCar, type HandControls } from '@/standin/benchCar';
import type { DriveId } from '@/standin/drives';
import type { Flash } from '@/standin/ecuBox';
import { faultInfo } from '@/standin/faults';
import { faultyWay } from './faultyWay';
import type { BenchRequest, StandInSeen, TimeScale } from './benchRequest';

/** Battery of the stand-in, V at rest. */
const BATTERY_V = 12.6;
/** No more of its time is made up for at once, s: after a rest the car does not race. */
const MOST_AT_ONCE_S = 0.1;
/** Samples go together for so long, s of real time: a message costs a page more than a sample. */
const SAMPLES_TOGETHER_S = 0.035;
/** It is looked at so often, s of real time. */
const SEEN_EVERY_S = 0.2;

/** A car beside the bench and the host of its engine computer, moved on by whoever has a clock. */
export class Bench {
  private readonly car: BenchCar;
  private readonly host: LinkHost;
  private readonly frame = frameOf();
  private times: TimeScale = 1;
  private seenS = 0;
  private waitingS = 0;
  private hadPower = false;

  constructor(
    { car, flash, learned, coolantC, airC, seed }: BenchRequest,
    codes: Codes,
    private readonly clock: LinkClock,
    private readonly onSeen: (seen: StandInSeen) => void,
    onFlash: (flash: Flash) => void,
  ) {
    const surroundings = { barometricKpa: car.barometricKpa, airC };
    const setup = { coolantC, batteryV: BATTERY_V, seed, surroundings };
    const bench = new BenchCar(car, setup, flash, learned, onFlash);
    const memory = { name: car.engine.label, serial: `SI-${seed}`, ...bench.memory };
    this.car = bench;
    this.host = new LinkHost(memory, codes, clock, (atPins) =>
      atPins ? [...bench.channels, ...bench.requestedChannels] : bench.channels,
    );
  }

  /** Joins its engine computer to a way, beside those that there are. @returns false where there are too many. */
  link(transport: Transport): boolean {
    const way = faultyWay(transport, this.clock, () => faultInfo(this.car.wanted.fault).link ?? null);
    return this.host.join(onlyWithPower(way, () => this.car.hasPower));
  }

  /** Whether who says this code may put hands on the car. */
  isPaired(pairing: string): boolean {
    return this.host.isPaired(pairing);
  }

  /** Turns its key on, and waits until it has woken. */
  wake(): void {
    if (this.car.hasPower) return;
    this.take({ key: true });
    this.advance(MOST_AT_ONCE_S);
  }

  take(part: Partial<HandControls>): void {
    this.car.take(part);
    this.see();
  }

  drive(id: DriveId): void {
    this.car.drive(id);
    this.see();
  }

  /** Empties the vessels and the can. */
  emptyVessels(): void {
    this.car.emptyVessels();
    this.see();
  }

  scale(times: TimeScale): void {
    this.times = times;
  }

  /** Real time has passed. */
  advance(passedS: number): void {
    this.car.advance(Math.min(MOST_AT_ONCE_S, passedS) * this.times, this.frame, (frame) => {
      if (this.car.hasPower) this.host.offer(frame);
    });
    this.waitingS += passedS;
    if (this.waitingS >= SAMPLES_TOGETHER_S) {
      this.waitingS = 0;
      this.host.flush();
    }
    this.seePower();
    this.seenS += passedS;
    if (this.seenS >= SEEN_EVERY_S) this.see();
  }

  /** Ends every link: somebody takes the car away, or joins it anew. */
  endLinks(): void {
    this.host.endAll();
  }

  /** Without power it forgets who it was talking to, and who could write. */
  private seePower(): void {
    if (this.hadPower && !this.car.hasPower) this.host.endAll();
    this.hadPower = this.car.hasPower;
  }

  private see(): void {
    this.seenS = 0;
    const { timeS, felt, driving, wanted, hasPower, heard, readings } = this.car;
    const { speedRpm, kmPerH } = felt;
    this.onSeen({ timeS, speedRpm, kmPerH, driving, wanted, hasPower, heard, readings });
  }
}

/** The way of an engine computer that hears and says nothing without power. */
function onlyWithPower(transport: Transport, hasPower: () => boolean): Transport {
  const way: Transport = {
    onBytes: null,
    onClosed: null,
    send: (bytes) => (hasPower() ? transport.send(bytes) : undefined),
    close: transport.close,
  };
  transport.onBytes = (bytes) => (hasPower() ? way.onBytes?.(bytes) : undefined);
  transport.onClosed = () => way.onClosed?.();
  return way;
}
