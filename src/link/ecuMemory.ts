import type { CellWrite, Contents, LearnedCells, Refused, WorkAsk } from './messages';

/** What is behind a host: an engine computer that holds a calibration by sections. */
export interface EcuMemory {
  readonly name: string;
  readonly serial: string;
  readonly firmware: string;
  /** Version of the document that it reads. */
  readonly documentVersion: number;
  readonly learns: () => boolean;
  readonly contents: () => Contents;
  /** Content of a section, plain data; undefined where it has no such section. */
  readonly section: (of: 'running' | 'stored', id: string) => unknown;
  /** Cells of a map that runs, and with them what stays learned: all of it or nothing. */
  readonly write: (
    section: string,
    cells: readonly CellWrite[],
    sum: number,
    left: LearnedCells | null,
  ) => Refused | null;
  /** A sum of what a section would say with this content. */
  readonly sumOf: (section: string, content: unknown) => number;
  /** Runs these sections in place of its own, all of them or none. */
  readonly run: (sections: Readonly<Record<string, unknown>>) => Refused | null;
  /** Keeps what runs over key off; done once it would be there after power was lost. @returns its generation. */
  readonly store: () => Promise<number>;
  /** What it has learned; null where it learns nothing. */
  readonly learned: () => LearnedCells | null;
  /** Forgets it, in some cells or all. */
  readonly forget: (cells: readonly number[] | null) => void;
  /** Works one thing at a standing engine, in place of what was worked before. */
  readonly beginWork: (ask: WorkAsk) => Refused | null;
  /** Somebody is still there who watches it: without, it ends by itself. */
  readonly holdWork: () => void;
  readonly endWork: () => void;
}
