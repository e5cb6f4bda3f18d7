import { type Calibration, compile, fileProblemMessage } from '@/core/calibration';
import { placeLabel } from '@/core/checks';
import {
  buildSum,
  type CellValue,
  documentOf,
  imageOf,
  type ImageSectionId,
  imageSums,
  mapOfSection,
  sectionSum,
  withCells,
} from '@/core/ecuImage';
import { type EcuProgram, MAP_DEFINITIONS, type MapId } from '@/core/program';
import { type Flash, flashWith, wholeSlots, type Writing, writingOf, written } from './flash';

/** Why it took nothing. */
export interface BoxRefusal {
  readonly refused: 'noSection' | 'badCell' | 'otherSum' | 'notUsable' | 'turning';
  readonly detail?: string;
}

/** What runs: the calibration, and what it comes to. The program’s maps are its own numbers, written in place. */
interface Running {
  readonly document: Calibration;
  readonly program: EcuProgram;
}

/** The memory that an engine computer comes with when a calibration was put in by whoever built it. */
export function factoryFlash(document: Calibration): Flash {
  return flashWith(textOf(document));
}

function textOf(document: Calibration): string {
  return JSON.stringify(imageOf(document));
}

/**
 * The memory of an engine computer: what runs, in memory that needs power, and what is stored, in two slots that do not. It
 * takes a calibration by sections, whole or not at all; cells of maps while it runs. It wakes with the last whole slot.
 */
export class EcuBox {
  private now: Running;
  private kept: Calibration;
  private generation: number;
  private writing: {
    readonly left: Writing;
    readonly document: Calibration;
    readonly done: (generation: number) => void;
  } | null = null;

  /**
   * @param onProgram told when another build runs from now on.
   * @param onFlash told when a slot is begun, and when it is whole.
   * @throws {RangeError} where neither slot holds a calibration that runs.
   */
  constructor(
    private flash: Flash,
    private readonly onProgram: (program: EcuProgram) => void,
    private readonly onFlash: (flash: Flash) => void,
  ) {
    const stored = bootable(flash);
    if (stored === null)
      throw new RangeError('Neither slot of the engine computer holds a calibration that runs.');
    this.kept = stored.running.document;
    this.generation = stored.generation;
    this.now = stored.running;
  }

  get program(): EcuProgram {
    return this.now.program;
  }

  get document(): Calibration {
    return this.now.document;
  }

  /** Without power what was not stored is gone, and what was half stored stays half. */
  powerLost(): void {
    this.writing = null;
  }

  /** Wakes with the last whole slot. */
  boot(): void {
    const stored = bootable(this.flash);
    if (stored === null) return;
    this.kept = stored.running.document;
    this.generation = stored.generation;
    this.take(stored.running);
  }

  /** What is in it, by sums. */
  contents(turning: boolean) {
    return {
      calibration: this.now.document.name,
      running: imageSums(imageOf(this.now.document)),
      stored: imageSums(imageOf(this.kept)),
      generation: this.generation,
      turning,
    };
  }

  /** A sum of everything that runs but the cells of its maps. */
  get build(): number {
    return buildSum(imageOf(this.now.document));
  }

  section(of: 'running' | 'stored', id: string): unknown {
    const image = imageOf(of === 'running' ? this.now.document : this.kept);
    return id in image ? image[id as ImageSectionId] : undefined;
  }

  /** Writes cells of a map that runs: all of them or none. */
  write(section: string, cells: readonly CellValue[], sum: number): BoxRefusal | null {
    const id = mapOfSection(section);
    const map = id === null ? null : this.now.document.maps[id];
    if (id === null || map === null) return { refused: 'noSection', detail: section };
    const { min, max } = MAP_DEFINITIONS[id];
    const after = withCells(map, cells);
    if (after === null || cells.some(({ value }) => value < min || value > max))
      return { refused: 'badCell' };
    if (sectionSum(section, after) !== sum) return { refused: 'otherSum', detail: section };
    const document = { ...this.now.document, maps: { ...this.now.document.maps, [id]: after } };
    const program = programOf(document);
    if (typeof program === 'string') return { refused: 'notUsable', detail: program };
    this.take({ document, program });
    return null;
  }

  /** Runs these sections in place of its own: all of them or none. */
  run(sections: Readonly<Record<string, unknown>>, turning: boolean): BoxRefusal | null {
    const read = documentOf({ ...imageOf(this.now.document), ...sections });
    if (!read.ok) return { refused: 'notUsable', detail: fileProblemMessage(read.problem) };
    const program = programOf(read.document);
    if (typeof program === 'string') return { refused: 'notUsable', detail: program };
    const isOther = buildSum(imageOf(read.document)) !== this.build;
    if (isOther && turning) return { refused: 'turning' };
    this.take({ document: read.document, program });
    return null;
  }

  /** Begins to keep what runs; a store under way is begun anew. @returns its generation, once it would last without power. */
  store(): Promise<number> {
    const { document } = this.now;
    return new Promise((done) => {
      this.writing = { left: writingOf(this.flash, textOf(document)), document, done };
    });
  }

  /** Writes on at what is being stored. */
  step(): void {
    const { writing } = this;
    if (writing === null) return;
    const begins = writing.left.done === 0;
    const { flash, left } = written(this.flash, writing.left);
    this.flash = flash;
    if (begins || left === null) this.onFlash(flash);
    if (left !== null) {
      this.writing = { ...writing, left };
      return;
    }
    this.writing = null;
    this.kept = writing.document;
    this.generation = writing.left.generation;
    writing.done(this.generation);
  }

  /** Runs this from now on: of the same build only its cells change, in the numbers that are being read. */
  private take({ document, program }: Running): void {
    if (buildSum(imageOf(document)) !== this.build) {
      this.now = { document, program };
      this.onProgram(program);
      return;
    }
    const tables = Object.entries(this.now.program.tables) as [MapId, { readonly values: Float64Array }][];
    for (const [id, table] of tables) table.values.set(program.tables[id]?.values ?? table.values);
    this.now = { document, program: this.now.program };
  }
}

/** A sum of everything but cells of what an engine computer with this memory wakes with; null where nothing runs. */
export function storedBuild(flash: Flash): number | null {
  const stored = bootable(flash);
  return stored === null ? null : buildSum(imageOf(stored.running.document));
}

/** What the last whole slot holds that runs; null where none does. */
function bootable(flash: Flash): { readonly running: Running; readonly generation: number } | null {
  for (const { text, generation } of wholeSlots(flash)) {
    const read = documentOf(parsed(text));
    if (!read.ok) continue;
    const program = programOf(read.document);
    if (typeof program === 'string') continue;
    return { running: { document: read.document, program }, generation };
  }
  return null;
}

function parsed(text: string): Record<string, unknown> {
  const image: unknown = JSON.parse(text);
  return typeof image === 'object' && image !== null ? { ...image } : {};
}

/** What a document comes to, or what is missing in it. */
function programOf(document: Calibration): EcuProgram | string {
  const compiled = compile(document);
  if (compiled.ok) return compiled.program;
  const { fields, maps } = compiled.missing;
  const places = [...fields, ...maps.map((id) => `maps.${id}` as const)];
  return `Still empty: ${places.map((place) => placeLabel(document, place)).join(', ')}.`;
}
