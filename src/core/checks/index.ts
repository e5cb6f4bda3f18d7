/**
 * The rules a calibration must keep: each one entry with id, severity, what it finds and how it is said.
 * Findings are ids, places and data; words are made here, in the units shown.
 * How far a section has come is told here too.
 */
export type { Finding, Place, Severity } from './entry/check';
export { controlEdits } from './idle/parts';
export { blockingFindings, checkById, checkTitle, findings, findingWords } from './checks';
export {
  type Accepted,
  canAccept,
  findingKey,
  reviewed,
  type Reviewed,
  withAcceptance,
  withoutAcceptance,
} from './accepted';
export { changesBetween, covered, type PlaceChange } from './covered';
export { choiceEdit, type Edit, putRemedy, quantityEdit, type Remedy } from './entry/remedy';
export { remedyChanges, remedyOf, remedySource } from './remedies';
export { type Found, type FoundCounts, foundCounts, type FoundIn, foundOn } from './counts';
export { ledger, type LedgerEntry, valueWords } from './ledger';
export { LIFE_FIELDS } from './entry/life';
export { cellOf, pageOf, placeLabel, wayTo, wayToFinding } from './places';
export { saidAbout } from './saidAbout';
export { type Readiness, readiness, type SignOffState, signOffState, withSignOff } from './signOff';
export { sectionState, SHEET_IDS, SHEET_LABELS, type SheetId, sheetOf, sheetState } from './sheet';
