import { type Migration, sectionOf } from './migration';

/** The couplings that came with version 5. */
const COUPLED = [
  { map: 'loopRicher', to: 've' },
  { map: 'loopLeaner', to: 've' },
  { map: 'loopRicherThrottle', to: 'veThrottle' },
  { map: 'loopLeanerThrottle', to: 'veThrottle' },
];

/** Version 4 had no closed loop. Its authority lies on the breakpoints of filling where these follow none themselves. */
export const toVersion5: Migration = {
  to: 5,
  change: 'Closed loop by lambda, learned trims, knock control',
  up: (document) => {
    const { couplings } = document;
    const added = {
      ...document,
      closedLoop: {},
      learned: {},
      knock: {},
      sensors: { ...sectionOf(document, 'sensors'), knockTwo: {} },
    };
    // What is no list is for the schema to refuse, by its name.
    if (!Array.isArray(couplings)) return added;
    const follows = (map: string) =>
      couplings.some((coupling: { map?: unknown } | null) => coupling?.map === map);
    return {
      ...added,
      couplings: [...(couplings as unknown[]), ...COUPLED.filter(({ to }) => !follows(to))],
    };
  },
};
