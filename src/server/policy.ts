import { createHash } from 'node:crypto';

/**
 * What a page may fetch and run: what comes with it, and the engine computers that were named.
 * @param ecus names of machines whose engine computers its pages may connect to.
 */
export function pagePolicy(ecus: readonly string[]) {
  return {
    defaultSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    workerSrc: ["'self'", 'blob:'],
    connectSrc: ["'self'", ...ecus.flatMap((name) => [`ws://${name}:*`, `wss://${name}:*`])],
    frameSrc: ["'self'", 'blob:'],
    baseUri: ["'none'"],
    formAction: ["'none'"],
    frameAncestors: ["'none'"],
    objectSrc: ["'none'"],
  };
}

/** Tells one policy from another: a page that is kept comes with the policy it was fetched with. */
export function policyDigest(policy: ReturnType<typeof pagePolicy>): string {
  return createHash('sha256').update(JSON.stringify(policy)).digest('hex').slice(0, 12);
}
