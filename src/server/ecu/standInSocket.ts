import type { WSEvents } from 'hono/ws';
import { z } from '@/core/field/schema';
import { TIME_SCALES } from '@/hosting';
import { handsSchema } from '@/hosting/schema';
import { DRIVE_IDS } from '@/standin/drives';
import type { EcuHost } from './ecuHost';

/** Longest message of hands, characters. */
const MOST_CHARACTERS = 2000;
const AGAINST_RULES = 1008;

/** What hands at the stand-in say: first the pairing code, then what they do. */
const said = z.union([
  z.strictObject({ pairing: z.string() }),
  z.strictObject({ take: handsSchema.partial() }),
  z.strictObject({ drive: z.enum(DRIVE_IDS as readonly [string, ...string[]]) }),
  z.strictObject({ empties: z.literal('vessels') }),
  z.strictObject({ scale: z.literal([...TIME_SCALES]) }),
]);

/**
 * Hands at a stand-in that is hosted here: key, starter, pedals, a driver. They are no part of the link: at a real car
 * nobody would be at the other end.
 */
export function standInLink({ bench, onSeen }: EcuHost): WSEvents {
  let stopSeeing: (() => void) | null = null;
  return {
    onMessage({ data }, socket) {
      const read =
        typeof data === 'string' && data.length <= MOST_CHARACTERS ? said.safeParse(parsed(data)) : null;
      if (read === null || !read.success) {
        socket.close(AGAINST_RULES, 'not understood');
        return;
      }
      const what = read.data;
      if ('pairing' in what) {
        if (!bench.isPaired(what.pairing)) socket.close(AGAINST_RULES, 'not paired');
        else stopSeeing ??= onSeen((seen) => socket.send(JSON.stringify(seen)));
        return;
      }
      if (stopSeeing === null) socket.close(AGAINST_RULES, 'not paired');
      else if ('take' in what) bench.take(definedOf(what.take));
      else if ('drive' in what) bench.drive(what.drive as (typeof DRIVE_IDS)[number]);
      else if ('empties' in what) bench.emptyVessels();
      else bench.scale(what.scale);
    },
    onClose() {
      stopSeeing?.();
    },
  };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function definedOf<Part extends object>(
  part: Part,
): { [Key in keyof Part]?: NonNullable<Part[Key]> | (null extends Part[Key] ? null : never) } {
  return Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as ReturnType<
    typeof definedOf<Part>
  >;
}
