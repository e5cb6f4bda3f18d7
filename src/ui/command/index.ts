export { CommandSheet, type CommandGroup } from './CommandSheet';
export { isKey, useCommandKeys, type Command } from './command';
