import type { Command } from './command';

/** Keys of the map grid and its edit tray. The grid and the tray read them; the sheet of keys shows them. */
export const MAP_COMMANDS = [
  { id: 'move', label: 'Move to another cell', keys: ['Arrows'] },
  { id: 'extend', label: 'Extend the selection', keys: ['Shift+Arrows'] },
  { id: 'all', label: 'Select the whole map', keys: ['Ctrl+A'] },
  { id: 'set', label: 'Set to a value', keys: ['0–9', 'S'] },
  { id: 'add', label: 'Add', keys: ['A'] },
  { id: 'percent', label: 'Change by percent', keys: ['P'] },
  { id: 'stepUp', label: 'One step up', keys: [']'] },
  { id: 'stepDown', label: 'One step down', keys: ['['] },
] as const satisfies readonly Pick<Command, 'id' | 'label' | 'keys'>[];
