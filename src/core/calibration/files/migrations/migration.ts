/** An object of a document of any version: nothing is known of what it holds. */
export type Json = Readonly<Record<string, unknown>>;

/** True for an object: what a document of an older version has at a place may be anything. */
export function isJson(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** A section of a document; empty where there is none, for reading on. */
export function sectionOf(document: Json, id: string): Json {
  const section = document[id];
  return isJson(section) ? section : {};
}

/** One step of the document's history: makes version `to` out of the version before it. */
export interface Migration {
  readonly to: number;
  /** What changed, for the record. */
  readonly change: string;
  /** A new document, whatever the old one holds; the input is not modified. Never throws. */
  readonly up: (document: Json) => Record<string, unknown>;
}
