import type { Command } from './command';

/** Keys of the map grid and its edit tray. The grid and the tray read them; the sheet of keys shows them. */
export const MAP_COMMANDS = [
  { id: 'move', label: 'Move to another cell', keys: ['Arrows'] },
  { id: 'extend', label: 'Extend the selection', keys: ['Shift+Arrows'] },
  { id: 'all', label: 'Select the whole map', keys: ['Ctrl+A'] },
  { id: 'set', label: 'Set to a value', keys: ['0–9', 'S'] },
  { id: 'add', label: 'Add', keys: ['A'] },
  { id: 'multiply', label: 'Multiply', keys: ['M'] },
  { id: 'percent', label: 'Change by percent', keys: ['P'] },
  { id: 'corners', label: 'Fill from the corners', keys: ['F'] },
  { id: 'edges', label: 'Fill from the edges', keys: ['E'] },
  { id: 'smooth', label: 'Smooth', keys: ['R'] },
  { id: 'copy', label: 'Copy for a spreadsheet', keys: ['Ctrl+C'] },
  { id: 'paste', label: 'Paste from a spreadsheet', keys: ['Ctrl+V'] },
  { id: 'stepUp', label: 'One step up', keys: [']'] },
  { id: 'stepDown', label: 'One step down', keys: ['['] },
  { id: 'point', label: 'Put the operating point on the cell', keys: ['T'] },
  { id: 'flick', label: 'Flick between this map and the difference', keys: ['D'] },
] as const satisfies readonly Pick<Command, 'id' | 'label' | 'keys'>[];

/** Keys that go from a map to its neighbours in the list. */
export const MAP_STEP_COMMANDS = [
  { id: 'mapBefore', label: 'To the map before', keys: ['B'] },
  { id: 'mapAfter', label: 'To the next map', keys: ['N'] },
] as const satisfies readonly Pick<Command, 'id' | 'label' | 'keys'>[];
