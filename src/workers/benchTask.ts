import { type ChannelId, channelsFor, frameOf } from '@/core/channel';
import { type EcuMemory, LinkHost, settingsSum, type Transport } from '@/link';
import { BenchCar, type HandControls } from '@/standin/benchCar';
import {
  type BenchRequest,
  type DriveId,
  STAND_IN_KEY,
  type StandInSeen,
  type TimeScale,
} from './benchProtocol';

/** Battery of the stand-in, V at rest. */
const BATTERY_V = 12.6;
/** No more of its time is made up for at once, s: after a rest the car does not race. */
const MOST_AT_ONCE_S = 0.1;
/** It is looked at so often, s of real time. */
const SEEN_EVERY_S = 0.2;

/** A car beside the bench and the host of its engine computer, moved on by whoever has a clock. */
export class Bench {
  private readonly car: BenchCar;
  private readonly memory: EcuMemory;
  /** What it sends: cylinders have channels of their own where knock is listened for. */
  private readonly channels: readonly ChannelId[];
  private host: LinkHost | null = null;
  private readonly frame = frameOf();
  private times: TimeScale = 1;
  private seenS = 0;

  constructor(
    { program, car, calibration, stored, learned, coolantC, airC, seed }: BenchRequest,
    private readonly onSeen: (seen: StandInSeen) => void,
  ) {
    const surroundings = { barometricKpa: car.barometricKpa, airC };
    const setup = { coolantC, batteryV: BATTERY_V, seed, surroundings };
    const bench = new BenchCar(program, car, setup, stored, learned);
    this.memory = {
      name: car.engine.label,
      calibration,
      settings: settingsSum(program),
      running: bench.running,
      get stored() {
        return bench.stored;
      },
      store: () => bench.store(),
      learned: () => bench.learned,
      forget: (cells, folded) => bench.forgetLearned(cells, folded),
    };
    this.car = bench;
    this.channels = channelsFor(program.knock === null ? 0 : program.cylinders);
  }

  /** Joins its engine computer to another way, in place of the one before; its key is turned on. */
  link(transport: Transport): void {
    this.host = new LinkHost(
      this.memory,
      onlyWithPower(transport, () => this.car.hasPower),
      STAND_IN_KEY,
      this.channels,
    );
    if (this.car.hasPower) return;
    this.take({ key: true });
    // It has to wake before it can answer.
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

  scale(times: TimeScale): void {
    this.times = times;
  }

  /** Real time has passed. */
  advance(passedS: number): void {
    this.car.advance(Math.min(MOST_AT_ONCE_S, passedS) * this.times, this.frame, (frame) => {
      if (this.car.hasPower) this.host?.offer(frame);
    });
    this.host?.flush();
    this.seenS += passedS;
    if (this.seenS >= SEEN_EVERY_S) this.see();
  }

  private see(): void {
    this.seenS = 0;
    const { timeS, felt, driving, wanted, hasPower } = this.car;
    this.onSeen({ timeS, speedRpm: felt.speedRpm, kmPerH: felt.kmPerH, driving, wanted, hasPower });
  }
}

/** The way of an engine computer that hears and says nothing without power. */
function onlyWithPower(transport: Transport, hasPower: () => boolean): Transport {
  const way: Transport = {
    onText: null,
    onClosed: null,
    send: (text) => (hasPower() ? transport.send(text) : undefined),
    close: transport.close,
  };
  transport.onText = (text) => (hasPower() ? way.onText?.(text) : undefined);
  return way;
}
