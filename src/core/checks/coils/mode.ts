import { firingOf, permitsOf } from '../../calibration';
import { ignitionModeProblem } from '../../coil';
import { check } from '../entry/check';

export const coilsMode = check({
  id: 'coils.mode',
  title: 'Ignition without its signal',
  severity: 'blocks',
  reads: ['coils', 'engine', 'trigger', 'injectors'],
  why: 'The engine computer cannot tell which coil to fire.',
  find: (document) => {
    const events = firingOf(document);
    const mode = document.coils.mode?.value;
    const code =
      events === null || mode === undefined ? null : ignitionModeProblem(events, mode, permitsOf(document));
    return code === null ? null : { place: 'coils.mode', data: { code } };
  },
  say: ({ code }) => {
    switch (code) {
      case 'noPhase':
        return 'A coil a cylinder needs a cam signal that tells the two turns of a cycle apart, and there is none. Fit one, or choose wasted spark.';
      case 'noPairs':
        return 'Not every cylinder has another at TDC with it, so one coil cannot serve two. Choose a coil a cylinder.';
      case 'noPosition':
        return 'Wasted spark needs to know where the crank is; these teeth all look alike. Choose a distributor, or another trigger.';
    }
  },
});
