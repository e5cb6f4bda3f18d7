export { blockingProblems, conflicts } from './checks';
export { saidAbout } from './saidAbout';
export { sectionState, SHEET_IDS, type SheetId, sheetOf, sheetState } from './sheet';
