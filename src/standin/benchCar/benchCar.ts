import type { Frame } from '@/core/channel';
import type { EcuProgram, MapId } from '@/core/program';
import type { Car } from '../car';
import { type DriveId, DRIVES } from '../drives';
import { type DriverMemory, isOver, scripted } from '../driving';
import { type CarSetup, type Driver, DRIVER_S, type Felt, VirtualCar } from '../virtualCar';
import { byHand, type HandControls, HANDS_OFF } from './hand';

/** Values of maps by their ids. */
export type MapImage = Readonly<Record<string, Float64Array>>;

/** Learned trims by cell, row by row: logarithms, and for how long each was learned, s. */
export interface LearnedImage {
  readonly ln: number[];
  readonly evidenceS: number[];
}

/**
 * A car that stands beside the bench, with an engine computer whose maps are written to while it runs: by hand, or with a
 * driver who drives a script. What runs is not what is stored: with the key off what was not stored is gone.
 */
export class BenchCar {
  /** Of each map, what runs: the very numbers the engine computer reads. */
  readonly running: MapImage;
  private kept: MapImage;
  private readonly car: VirtualCar;
  private hands: HandControls = HANDS_OFF;
  private driven: {
    readonly id: DriveId;
    readonly driver: Driver<DriverMemory>;
    readonly memory: DriverMemory;
  } | null = null;
  private keyWas = false;

  /**
   * @param program its own: its maps are written to.
   * @param stored what was stored in it before; null for what the program holds.
   * @param learned what it had learned before.
   */
  constructor(
    program: EcuProgram,
    car: Car,
    setup: CarSetup,
    stored: MapImage | null,
    learned: LearnedImage | null = null,
  ) {
    const tables = Object.entries(program.tables) as [MapId, { readonly values: Float64Array }][];
    this.running = Object.fromEntries(tables.map(([id, { values }]) => [id, values]));
    for (const [id, values] of Object.entries(this.running)) {
      const before = stored?.[id];
      if (before !== undefined && before.length === values.length) values.set(before);
    }
    this.kept = copied(this.running);
    this.car = new VirtualCar(program, car, setup);
    if (learned !== null) this.car.remember(learned);
  }

  /** Of each map, what is kept over key off. */
  get stored(): MapImage {
    return this.kept;
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

  /** What hands want of it now. */
  get wanted(): HandControls {
    return this.hands;
  }

  /** What its engine computer has learned; null where it learns nothing. It lasts over key off. */
  get learned(): LearnedImage | null {
    return this.car.learned;
  }

  /** Has it forget that, in some cells or all; folded where a map holds it now. */
  forgetLearned(cells: readonly number[] | null, folded: boolean): void {
    this.car.forgetLearned(cells, folded);
  }

  /** Keeps what runs. */
  store(): void {
    this.kept = copied(this.running);
  }

  /** Takes it into the hands, from whoever drove. */
  take(part: Partial<HandControls>): void {
    if (this.driven !== null) this.letGo();
    this.hands = { ...this.hands, ...part };
  }

  /** Lets a driver drive a script. */
  drive(id: DriveId): void {
    const driver = scripted(DRIVES[id].actions);
    const memory = { ...driver.atStart(), sinceS: this.car.timeS };
    this.driven = { id, driver, memory };
  }

  /** Simulates on, by whole hundredths of a second. @param each gets the frame of each of them; it is used again. */
  advance(byS: number, frame: Frame, each: (frame: Frame) => void): void {
    const { car } = this;
    const untilS = car.timeS + byS;
    while (car.timeS < untilS - DRIVER_S / 2) {
      if (this.driven === null) byHand(this.hands, car.controls, car.felt);
      else this.beDriven(this.driven);
      this.turnKey(car.controls.key);
      car.advance(DRIVER_S);
      car.sample(frame);
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
    this.hands = { ...HANDS_OFF, key };
    this.car.controls.clutch = 1;
    this.car.controls.gear = 0;
  }

  private turnKey(key: boolean): void {
    if (this.keyWas && !key) {
      for (const [id, values] of Object.entries(this.running)) values.set(this.kept[id] ?? values);
    }
    this.keyWas = key;
  }
}

function copied(image: MapImage): MapImage {
  return Object.fromEntries(Object.entries(image).map(([id, values]) => [id, values.slice()]));
}
