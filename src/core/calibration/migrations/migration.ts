/** One step of the document's history: makes version `to` out of the version before it. */
export interface Migration {
  readonly to: number;
  /** What changed, for the record. */
  readonly change: string;
  /** A new document; the input is not modified. */
  readonly up: (document: Readonly<Record<string, unknown>>) => Record<string, unknown>;
}
