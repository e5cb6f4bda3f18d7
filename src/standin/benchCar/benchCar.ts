import { CALIBRATION_VERSION } from '@/core/calibration';
import { CHANNEL_USES, type ChannelId, channelsFor, type Frame, REQUESTED_CHANNELS } from '@/core/channel';
import type { WorkAsk, WorkRefusal } from '@/core/control';
import { type CellValue, sectionSum } from '@/core/ecuImage';
import type { Car } from '../car';
import { type DriveId, DRIVES } from '../drives';
import { type DriverMemory, isOver, scripted } from '../driving';
import { instrumentsAtRest, readInstruments, type Readings } from '../instruments';
import { type BoxRefusal, EcuBox, type Flash } from '../ecuBox';
import { type FaultId, FAULTS } from '../faults';
import { planted } from '../planted';
import { type CarSetup, type Driver, DRIVER_S, type Felt, VirtualCar } from '../virtualCar';
import { byHand, type HandControls, HANDS_OFF, letGoOf } from './hand';

/** Learned trims by cell, row by row: logarithms, and for how long each was learned, s. */
export interface LearnedImage {
  readonly ln: number[];
  readonly evidenceS: number[];
}

interface WorkRefused {
  readonly refused: WorkRefusal;
}

/** The stand-in’s own program: it speaks of itself as of any engine computer. */
const FIRMWARE = '1.0';

/** Below this speed an engine stands, rev/min. */
const STANDS_RPM = 1;

/**
 * A car that stands beside the bench, with an engine computer that is written to while it runs: by hand, or with a driver who
 * drives a script. What runs is not what is stored: without power what was not stored is gone.
 */
export class BenchCar {
  private readonly box: EcuBox;
  private car: VirtualCar;
  private hands: HandControls = HANDS_OFF;
  private driven: {
    readonly id: DriveId;
    readonly driver: Driver<DriverMemory>;
    readonly memory: DriverMemory;
  } | null = null;
  private hadPower = false;
  private readonly instruments = instrumentsAtRest();
  private readonly seed: number;

  /**
   * @param flash what is stored in its engine computer.
   * @param learned what it had learned before.
   * @param onFlash told when a slot is begun, and when it is whole.
   * @throws {RangeError} where nothing that runs is stored.
   */
  constructor(
    private readonly built: Car,
    setup: CarSetup,
    flash: Flash,
    learned: LearnedImage | null = null,
    onFlash: (flash: Flash) => void = () => undefined,
  ) {
    this.box = new EcuBox(flash, (program) => (this.car = this.car.reprogrammed(program)), onFlash);
    this.car = new VirtualCar(this.box.program, built, setup);
    this.seed = setup.seed;
    if (learned !== null) this.car.remember(learned);
  }

  get timeS(): number {
    return this.car.timeS;
  }

  /** What somebody beside it hears and sees. */
  get felt(): Felt {
    return this.car.felt;
  }

  /** The engine computer has power: without, it neither answers nor sends. */
  get hasPower(): boolean {
    return this.car.power.on;
  }

  /** The drive under way; null while hands are on it. */
  get driving(): DriveId | null {
    return this.driven?.id ?? null;
  }

  /** What the instruments at it show now; those that lag come to it from reading to reading. */
  get readings(): Readings {
    const { car } = this;
    const { handVacuumKpa, holdRpm } = car.controls;
    const { plant, surroundings, frame, timing } = car;
    const at = { car: this.built, plant, surroundings, frame, timing, handVacuumKpa, holdRpm };
    return readInstruments(at, this.instruments, this.seed);
  }

  /** Air through each throttle as it truly is, g/s. */
  get breathes(): Float64Array {
    return this.car.plant.plateFlowGPerS;
  }

  /** Empties the vessels and the can. */
  emptyVessels(): void {
    this.car.emptyVessels();
  }

  /** The pin functions whose parts somebody beside it hears and sees at work. */
  get heard(): string[] {
    return this.car.heard;
  }

  /** What hands want of it now. */
  get wanted(): HandControls {
    return this.hands;
  }

  /** The memory of its engine computer, as one that is linked to it reaches it. */
  readonly memory = {
    firmware: FIRMWARE,
    documentVersion: CALIBRATION_VERSION,
    learns: (): boolean => this.car.learned !== null,
    contents: () => this.box.contents(this.car.felt.speedRpm > STANDS_RPM),
    section: (of: 'running' | 'stored', id: string): unknown => this.box.section(of, id),
    sumOf: sectionSum,
    write: (
      section: string,
      cells: readonly CellValue[],
      sum: number,
      left: LearnedImage | null,
    ): BoxRefusal | { readonly refused: 'noLearned' | 'otherLearned' } | null => {
      const learned = this.car.learned;
      if (left !== null && learned === null) return { refused: 'noLearned' };
      if (left !== null && left.ln.length !== learned?.ln.length) return { refused: 'otherLearned' };
      if (left === null) return this.box.write(section, cells, sum);
      const beforeMg = this.car.wantedMg;
      const refused = this.box.write(section, cells, sum);
      if (refused === null) this.car.foldLearned(left, beforeMg);
      return refused;
    },
    run: (sections: Readonly<Record<string, unknown>>): BoxRefusal | null =>
      this.box.run(sections, this.car.felt.speedRpm > STANDS_RPM),
    store: (): Promise<number> => this.box.store(),
    learned: (): LearnedImage | null => this.learned,
    forget: (cells: readonly number[] | null): void => this.car.forgetLearned(cells),
    beginWork: (ask: WorkAsk): WorkRefused | null => {
      const refused = this.car.beginWork(ask);
      return refused === null ? null : { refused };
    },
    holdWork: (): void => this.car.holdWork(),
    endWork: (): void => this.car.endWork(),
  };

  /** What its engine computer has learned; null where it learns nothing. It lasts over key off. */
  get learned(): LearnedImage | null {
    const learned = this.car.learned;
    return learned === null ? null : { ln: [...learned.ln], evidenceS: [...learned.evidenceS] };
  }

  /** What it sends: cylinders have channels of their own where knock is listened for. */
  get channels(): readonly ChannelId[] {
    const { program } = this.box;
    return channelsFor(
      program.cylinders,
      CHANNEL_USES.filter((use) => {
        // Of the link each side counts for itself.
        if (use === 'link') return false;
        return use === 'pulse' ? program.load.strategy === 'pulseWidth' : program[use] !== null;
      }),
    );
  }

  /** What it sends besides to who asks: what arrives at the pins of its sensors. */
  get requestedChannels(): readonly ChannelId[] {
    return REQUESTED_CHANNELS;
  }

  /** A sum of everything that runs but the cells of its maps. */
  get build(): number {
    return this.box.build;
  }

  /** Takes it into the hands, from whoever drove. */
  take(part: Partial<HandControls>): void {
    if (this.driven !== null) this.letGo();
    const before = this.hands.fault;
    this.hands = { ...this.hands, ...part };
    if (this.hands.fault !== before) this.suffer(this.hands.fault);
    const { airC } = part;
    if (airC !== undefined && airC !== null) this.car.surroundings = { ...this.car.surroundings, airC };
  }

  /** The same car goes on with another fault; what was wrong before is mended. */
  private suffer(fault: FaultId): void {
    const { errors, sensors } = FAULTS[fault];
    const { sensorFaults } = this.built;
    this.car = this.car.rebuilt({
      ...planted(this.built, errors),
      sensorFaults: { ...sensorFaults, ...sensors },
    });
  }

  /** Lets a driver drive a script. */
  drive(id: DriveId): void {
    const driver = scripted(DRIVES[id].actions);
    const memory = { ...driver.atStart(), sinceS: this.car.timeS };
    this.driven = { id, driver, memory };
  }

  /** Simulates on, by whole hundredths of a second. @param each gets the frame of each of them; it is used again. */
  advance(byS: number, frame: Frame, each: (frame: Frame) => void): void {
    const untilS = this.car.timeS + byS;
    while (this.car.timeS < untilS - DRIVER_S / 2) {
      const { car } = this;
      if (this.driven === null) byHand(this.hands, car.controls, car.felt);
      else this.beDriven(this.driven);
      car.advance(DRIVER_S);
      this.seePower();
      if (this.hasPower) this.box.step();
      this.car.sample(frame);
      each(frame);
    }
  }

  private beDriven({ id, driver, memory }: NonNullable<typeof this.driven>): void {
    const { car } = this;
    driver.drive(memory, car.frame, car.timeS, car.controls, car.felt);
    if (isOver(DRIVES[id].actions, memory)) this.letGo();
  }

  /** The driver leaves it as it is, idling or off, and hands are on it again. */
  private letGo(): void {
    const { key } = this.car.controls;
    this.driven = null;
    this.hands = { ...letGoOf(this.hands), key };
    this.car.controls.clutch = 1;
    this.car.controls.gear = 0;
  }

  /** Power that comes or goes: with the key, or by a battery that sags. */
  private seePower(): void {
    if (this.hasPower === this.hadPower) return;
    this.hadPower = this.hasPower;
    if (this.hadPower) this.box.boot();
    else this.box.powerLost();
  }
}
