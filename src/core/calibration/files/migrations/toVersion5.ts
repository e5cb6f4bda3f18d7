import { type Migration } from './migration';

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
  change: 'Closed loop by lambda',
  up: (document) => {
    const couplings = Array.isArray(document['couplings']) ? (document['couplings'] as unknown[]) : [];
    const follows = (map: string) =>
      couplings.some((coupling) => (coupling as { map?: unknown } | null)?.map === map);
    return {
      ...document,
      closedLoop: {},
      couplings: [...couplings, ...COUPLED.filter(({ to }) => !follows(to))],
    };
  },
};
