import { type EcuDescription, ecuSchema } from './ecuSchema';
import descriptions from './ecus.json';

/** The engine computers that ship, smallest first. A further one is an entry in the file beside this. */
export const ECUS: readonly EcuDescription[] = descriptions.map((description) =>
  ecuSchema.parse(description),
);
