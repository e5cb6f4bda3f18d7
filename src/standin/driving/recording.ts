import { AT, CHANNEL_IDS, type ChannelId, type Frame, frameOf } from '@/core/channel';
import type { Log } from '@/core/log';
import type { EcuProgram } from '@/core/program';
import type { Car } from '../car';
import { type CarSetup, type Drive, driveTo, VirtualCar } from '../virtualCar';
import type { DriverMemory } from './actions';
import { type DriveId, DRIVES } from '../drives';
import { isOver, scripted } from './scripted';

/** A drive as it was sampled: every channel of the engine computer, a column each, in the channels’ base units. */
export interface DriveTrace {
  readonly rateHz: number;
  readonly samples: number;
  /** By channel; NaN where nothing is known. */
  readonly columns: Readonly<Record<ChannelId, Float32Array>>;
}

/** A drive as a log. */
export function driveLog({ columns }: DriveTrace): Log {
  return { timeS: Float64Array.from(columns.time), columns };
}

/** A drive being driven and recorded. */
export class Recording {
  private readonly drive: Drive<DriverMemory>;
  private readonly columns: Record<ChannelId, Float32Array>;
  private readonly frame: Frame = frameOf();
  private samples = 0;

  constructor(
    program: EcuProgram,
    car: Car,
    private readonly id: DriveId,
    setup: CarSetup,
    private readonly rateHz: number,
  ) {
    const driver = scripted(DRIVES[id].actions);
    this.drive = { car: new VirtualCar(program, car, setup), driver, memory: driver.atStart() };
    const most = Math.ceil(DRIVES[id].mostS * rateHz) + 1;
    this.columns = Object.fromEntries(
      CHANNEL_IDS.map((channel) => [channel, new Float32Array(most)]),
    ) as Record<ChannelId, Float32Array>;
  }

  /** The car that is driven. */
  get car(): VirtualCar {
    return this.drive.car;
  }

  /** How much of the longest time has passed, 0…1. */
  get share(): number {
    return this.isOver ? 1 : this.samples / (DRIVES[this.id].mostS * this.rateHz);
  }

  get isOver(): boolean {
    return (
      isOver(DRIVES[this.id].actions, this.drive.memory) ||
      this.samples >= DRIVES[this.id].mostS * this.rateHz
    );
  }

  /** Drives and records on by a time, or to the end. */
  advance(byS: number): void {
    const last = this.samples + Math.round(byS * this.rateHz);
    while (this.samples < last && !this.isOver) {
      driveTo(this.drive, (this.samples + 1) / this.rateHz);
      this.car.sample(this.frame);
      for (const channel of CHANNEL_IDS) {
        this.columns[channel][this.samples] = this.frame[AT[channel]] as number;
      }
      this.samples += 1;
    }
  }

  /** What has been recorded so far. */
  trace(): DriveTrace {
    const { samples, rateHz } = this;
    const columns = Object.fromEntries(
      CHANNEL_IDS.map((channel) => [channel, this.columns[channel].slice(0, samples)]),
    ) as Record<ChannelId, Float32Array>;
    return { rateHz, samples, columns };
  }
}
