/**
 * The memory of an engine computer: what runs, what is stored in two slots, and what it takes over the link. It knows documents,
 * as its maker would; no car, and no link.
 */
export { type BoxRefusal, EcuBox, factoryFlash, storedBuild } from './ecuBox';
export {
  type Flash,
  type FlashSlot,
  flashWith,
  isWhole,
  wholeSlots,
  type Writing,
  writingOf,
  written,
} from './flash';
