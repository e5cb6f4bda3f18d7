/**
 * Documents to begin from: the two demo cars, and engines by layout.
 * A starter is one entry.
 * Nothing of them is vouched for: their sources say so.
 */
export { cylindersOf, DEMO_SHEET, ENGINE_SHEETS, inductionOf, STARTER_SHEETS } from './engineSheets';
export { calibrationFromSheet, type EngineSheet } from './starter';
