import { memo, useMemo, useState } from 'react';
import type { ChannelId } from '@/core/channel';
import type { Log } from '@/core/log';
import { bandsOf } from '@/core/logEvents';
import type { DriveAnswer, DriveTrace } from '@/workers/driveProtocol';
import { Chips } from '@/ui/button/Chips';
import { Card, useWide } from '@/ui/layout';
import { lanesOf, LogStrip, type Meant, stripStore } from '@/ui/strip';
import { Text } from '@/ui/text/Text';
import { useShownBy } from '@/ui/units/shownBy';

/** Traces that belong together: a phone shows one of these, a wide screen two. */
const SETS = {
  engine: { label: 'Engine', lanes: ['speed', 'manifoldPressure', 'throttle'] },
  mixture: { label: 'Mixture', lanes: ['lambdaOne', 'injectorOpening', 'sparkAdvance'] },
  loop: { label: 'Closed loop', lanes: ['lambdaOne', 'lambdaTrim', 'loopState'] },
  idle: { label: 'Idle', lanes: ['speed', 'idleOpening', 'idleSpark'] },
  limits: { label: 'Limits', lanes: ['speed', 'cutShare', 'sparkAdvance'] },
  boost: { label: 'Boost', lanes: ['manifoldPressure', 'boostDuty', 'speed'] },
  car: { label: 'Car', lanes: ['vehicleSpeed', 'coolant', 'battery'] },
  knock: { label: 'Knock and air', lanes: ['knockNoise', 'knockRetard', 'air', 'airFlow'] },
} as const satisfies Record<string, { readonly label: string; readonly lanes: readonly ChannelId[] }>;

type SetId = keyof typeof SETS;
const SET_IDS = Object.keys(SETS) as readonly SetId[];
/** What a channel is meant to be. */
const MEANT: Meant = { lambdaOne: 'lambdaTarget' };
/** In some sets something else is looked at. */
const MEANT_OF: Readonly<Partial<Record<SetId, Meant>>> = {
  idle: { speed: 'idleTarget' },
  limits: { speed: 'limitSpeed' },
  boost: { manifoldPressure: 'boostTarget' },
};

interface Props {
  answer: DriveAnswer;
  before: DriveAnswer | null;
}

/** A drive as a strip of lanes, with the one before it lighter behind. */
export const DriveTraces = memo(function DriveTraces({ answer, before }: Props) {
  const wide = useWide();
  const by = useShownBy();
  const [chosen, setChosen] = useState<SetId>('engine');
  const log = useMemo(() => logOf(answer.trace), [answer]);
  const earlier = useMemo(() => (before === null ? null : logOf(before.trace)), [before]);
  const bands = useMemo(() => bandsOf(log), [log]);
  const strip = useMemo(
    () => stripStore({ fromS: log.timeS[0] ?? 0, toS: log.timeS[log.timeS.length - 1] ?? 1 }),
    [log],
  );
  const lanes = useMemo(() => {
    const ids: readonly ChannelId[] =
      wide && chosen === 'engine' ? [...SETS.engine.lanes, ...SETS.mixture.lanes] : SETS[chosen].lanes;
    return lanesOf(log, ids, { by, meant: MEANT_OF[chosen] ?? MEANT, beside: earlier });
  }, [chosen, wide, log, earlier, by]);
  return (
    <Card
      title="The strip"
      intro="Touch it to read it. Stretches: ember cranking, paler after-start, steel what is cut. Dashed: what is meant. Grey: the drive before."
    >
      <Chips
        label="Traces"
        options={SET_IDS.filter((id) => !wide || id !== 'mixture').map((id) => ({
          id,
          label: wide && id === 'engine' ? 'Engine and mixture' : SETS[id].label,
        }))}
        value={chosen}
        onChange={setChosen}
      />
      <LogStrip label="Time in the drive" strip={strip} lanes={lanes} bands={bands} />
      <Text kind="small" colour="muted">
        {before === null
          ? 'Drive the same again after a change, and this drive stays behind the next.'
          : 'The drive before stands behind this one, by time from the key.'}
      </Text>
    </Card>
  );
});

/** A drive as a log by the time since it began. */
function logOf({ columns, samples, rateHz }: DriveTrace): Log {
  return { timeS: Float64Array.from({ length: samples }, (_, i) => (i + 1) / rateHz), columns };
}
