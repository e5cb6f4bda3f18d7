export { DEMO_SHEET, ENGINE_SHEETS } from './engineSheets';
export { calibrationFromSheet } from './starter';
