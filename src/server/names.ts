import type { MiddlewareHandler } from 'hono';

/** Names that a server answers to, and that pages have which may reach it. */
export type Names = ReadonlySet<string>;

/** Names of this machine: a page of another name must not reach it through them. */
export const OWN_NAMES: Names = new Set(['localhost', '127.0.0.1', '[::1]']);

/** Names from a list with commas. */
export function listed(text: string | undefined): string[] {
  return (text ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => /^[a-z0-9.-]+$/.test(name));
}

/** The names of this machine, and those that it was told, as a list with commas. */
export function namesWith(told: string | undefined): Names {
  return new Set([...OWN_NAMES, ...listed(told)]);
}

function nameOf(host: string): string {
  return host.replace(/:\d+$/, '').toLowerCase();
}

/** Refuses a request that names another host. */
export function knownHost(names: Names): MiddlewareHandler {
  return async (context, next) => {
    const host = context.req.header('host') ?? new URL(context.req.url).host;
    if (!names.has(nameOf(host))) {
      return context.text(
        `This is Lumbre on localhost, not ${host}. Open http://127.0.0.1 with its port.`,
        421,
      );
    }
    return next();
  };
}

/** Refuses a request of a page that has another name: one that is open elsewhere in the same browser. */
export function fromKnownPage(names: Names): MiddlewareHandler {
  return async (context, next) => {
    const origin = context.req.header('origin');
    if (origin !== undefined && !names.has(nameOfOrigin(origin))) {
      return context.text(`A page of ${origin} may not reach this engine computer.`, 403);
    }
    return next();
  };
}

function nameOfOrigin(origin: string): string {
  try {
    return new URL(origin).hostname.toLowerCase();
  } catch {
    return '';
  }
}
