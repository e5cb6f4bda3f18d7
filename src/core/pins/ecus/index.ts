import { type EcuDescription, ecuSchema } from '../ecuSchema';
import four from './generic-four.json';
import six from './generic-six.json';
import twelve from './generic-twelve.json';

/** The engine computers that ship, smallest first: each a file beside this one. */
export const ECUS: readonly EcuDescription[] = [four, six, twelve].map((file) => ecuSchema.parse(file));
