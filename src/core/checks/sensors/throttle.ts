import { throttleOf } from '../../calibration';
import { HEAD_ROOM_V, RAILS_V, throttleProblems } from '../../sensors';
import { check } from '../entry/check';

export const sensorsThrottle = check({
  id: 'sensors.throttle',
  title: 'Throttle range',
  severity: 'blocks',
  reads: ['sensors', 'engine', 'injectors'],
  why: 'A pedal at its stop would count as broken, or a broken wire as a pedal.',
  find: (document) => {
    const range = throttleOf(document);
    const fields = {
      endsTogether: 'openVolts',
      openTight: 'openVolts',
      closedTight: 'closedVolts',
      lowOnRail: 'faultLow',
      highOnRail: 'faultHigh',
    } as const;
    return (range === null ? [] : throttleProblems(range)).map(({ code, volts }) => ({
      place: `sensors.throttle.${fields[code]}` as const,
      data: { code, volts },
    }));
  },
  say: ({ code, volts }) => {
    switch (code) {
      case 'endsTogether':
        return `Closed and wide open are only ${volts.toFixed(2)} V apart. Capture both ends again, with the pedal.`;
      case 'openTight':
        return `Wide open is ${volts.toFixed(2)} V from the fault band: full throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`;
      case 'closedTight':
        return `Closed is ${volts.toFixed(2)} V from the fault band: a closed throttle will soon read as a fault. Leave ${HEAD_ROOM_V} V.`;
      case 'lowOnRail':
        return `Below ${RAILS_V.low} V a short to ground cannot be told. Raise it.`;
      case 'highOnRail':
        return `Above ${RAILS_V.high} V a break cannot be told. Lower it.`;
    }
  },
});
