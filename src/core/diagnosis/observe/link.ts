import { AT, type Frame, read } from '../../channel';
import { add, emptyMean, type Mean } from './mean';

/** The link, as this side has seen it: for how long, what was spoiled and lost meanwhile, and how long answers take, ms. */
export interface LinkSeen {
  seenS: number;
  spoiled: number;
  missing: number;
  readonly answerMs: Mean;
  lastSpoiled: number;
  lastMissing: number;
}

export function noLink(): LinkSeen {
  return {
    seenS: 0,
    spoiled: 0,
    missing: 0,
    answerMs: emptyMean(),
    lastSpoiled: NaN,
    lastMissing: NaN,
  };
}

export function observeLink(link: LinkSeen, frame: Frame, passedS: number): void {
  const spoiled = read(frame, AT.linkSpoiled);
  const missing = read(frame, AT.linkMissing);
  if (Number.isNaN(spoiled)) return;
  link.seenS += passedS;
  link.spoiled += since(link.lastSpoiled, spoiled);
  link.missing += since(link.lastMissing, missing);
  [link.lastSpoiled, link.lastMissing] = [spoiled, missing];
  add(link.answerMs, read(frame, AT.linkAnswer));
}

/** A link that was made anew counts anew. */
function since(before: number, now: number): number {
  return Number.isNaN(before) ? 0 : now < before ? now : now - before;
}
