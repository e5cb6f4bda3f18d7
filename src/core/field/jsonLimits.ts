/** How large parsed JSON may be before anything looks at its elements. */
export interface JsonLimits {
  /** Levels of lists and objects in each other. */
  readonly depth: number;
  /** Entries of one list, or of one object. */
  readonly entries: number;
  /** Values in all. */
  readonly values: number;
}

/** More than any file of ours has: a map has 1,024 cells, a calibration some 40 maps. */
export const FILE_LIMITS: JsonLimits = { depth: 32, entries: 1024, values: 200_000 };

/** Where and why JSON is too large to be ours. */
export interface JsonExcess {
  readonly path: readonly string[];
  readonly reason: string;
}

interface Node {
  readonly value: object;
  readonly depth: number;
  readonly key: string;
  readonly parent: Node | null;
}

/**
 * The first place where JSON goes beyond limits; null when it does not. A list is measured before it is walked, and
 * nothing recurses, so whatever the JSON is, this ends soon.
 */
export function jsonExcess(json: unknown, limits: JsonLimits = FILE_LIMITS): JsonExcess | null {
  if (!isObject(json)) return null;
  const open: Node[] = [{ value: json, depth: 1, key: '', parent: null }];
  let values = 0;
  for (let node = open.pop(); node !== undefined; node = open.pop()) {
    const { value, depth } = node;
    const keys = Array.isArray(value) ? null : Object.keys(value);
    const length = keys === null ? (value as unknown[]).length : keys.length;
    if (depth > limits.depth) return { path: pathOf(node), reason: `Nested more than ${limits.depth} deep` };
    if (length > limits.entries) {
      return {
        path: pathOf(node),
        reason: `Has ${length} entries; ${limits.entries} are the most there can be`,
      };
    }
    values += length;
    if (values > limits.values)
      return { path: pathOf(node), reason: `The file holds more than ${limits.values} values` };
    for (let i = 0; i < length; i += 1) {
      const key = keys === null ? String(i) : (keys[i] as string);
      const inner: unknown = (value as Record<string, unknown>)[key];
      if (isObject(inner)) open.push({ value: inner, depth: depth + 1, key, parent: node });
    }
  }
  return null;
}

/** Keys on the way to a node that are shown: the beginning says where. */
const SHOWN_KEYS = 6;

function pathOf(node: Node): string[] {
  const path: string[] = [];
  for (let at: Node | null = node; at !== null && at.parent !== null; at = at.parent) path.push(at.key);
  return path.reverse().slice(0, SHOWN_KEYS);
}

function isObject(value: unknown): value is object {
  return typeof value === 'object' && value !== null;
}
