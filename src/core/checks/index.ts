export type { Place } from './check';
export { blockingFindings, conflicts, findings, findingWords } from './checks';
export { saidAbout } from './saidAbout';
export { sectionState, SHEET_IDS, type SheetId, sheetOf, sheetState } from './sheet';
