import { deadTimeFlagMessage, surfaceFlags, typedColumns } from '../../injector';
import { check } from '../entry/check';

export const injectorsDeadTime = check({
  id: 'injectors.deadTime',
  title: 'Dead time that kinks',
  severity: 'warns',
  reads: ['injectors'],
  why: 'The mixture would jump whenever the battery moves, and no map can follow that.',
  find: ({ injectors: { deadTime } }) =>
    deadTime === null
      ? []
      : surfaceFlags(deadTime).map(({ column, flag }) => ({
          place: 'injectors.deadTime' as const,
          data: {
            flag,
            points: typedColumns(deadTime)[column] ?? [],
            pressure:
              deadTime.pressures.length === 1
                ? null
                : `${deadTime.pressures[column]} ${deadTime.pressureUnit}`,
          },
        })),
  say: ({ flag, points, pressure }) => {
    const message =
      flag.code === 'fallsWithPressure'
        ? `Dead time falls with pressure at ${flag.volts} V. It takes longer to open against more pressure: check this column.`
        : deadTimeFlagMessage(points, flag);
    return `${message.replace(/\.$/, '')}${pressure === null ? '' : ` (${pressure})`}.`;
  },
});
