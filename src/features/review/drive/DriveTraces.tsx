import { memo, useMemo, useState } from 'react';
import {
  type ChannelId,
  CHANNELS,
  channelQuantity,
  GUARD_REASONS,
  LIMITS,
  PHASE,
  SENSORS_LOST,
} from '@/core/channel';
import { inSentence, unitOf } from '@/core/units';
import type { DriveAnswer, DriveTrace } from '@/workers/driveProtocol';
import { Chips } from '@/ui/button/Chips';
import { type TraceBand, type TraceLane, TraceLanes } from '@/ui/chart';
import { Card, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

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
type Meant = Readonly<Partial<Record<ChannelId, ChannelId>>>;
const MEANT: Meant = { lambdaOne: 'lambdaTarget' };
/** In some sets something else is looked at. */
const MEANT_OF: Readonly<Partial<Record<SetId, Meant>>> = {
  idle: { speed: 'idleTarget' },
  limits: { speed: 'limitSpeed' },
  boost: { manifoldPressure: 'boostTarget' },
};
/** After-start acts while its factor is above this. */
const AFTER_START = 1.02;

interface Props {
  answer: DriveAnswer;
  before: DriveAnswer | null;
}

/** A drive as a strip of lanes, with the one before it lighter behind. */
export const DriveTraces = memo(function DriveTraces({ answer, before }: Props) {
  const wide = useWide();
  const [chosen, setChosen] = useState<SetId>('engine');
  const [cursor, setCursor] = useState(-1);
  const { trace } = answer;
  const bands = useMemo(() => bandsOf(trace), [trace]);
  const lanes = useMemo(() => {
    const ids: readonly ChannelId[] =
      wide && chosen === 'engine' ? [...SETS.engine.lanes, ...SETS.mixture.lanes] : SETS[chosen].lanes;
    return ids.map((id) => laneOf(id, trace, before?.trace ?? null, MEANT_OF[chosen] ?? MEANT));
  }, [chosen, wide, trace, before]);
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
      <TraceLanes
        label="Time in the drive"
        lanes={lanes}
        bands={bands}
        samples={trace.samples}
        rateHz={trace.rateHz}
        cursor={cursor}
        onCursor={setCursor}
      />
      <Text kind="small" colour="muted">
        {before === null
          ? 'Drive the same again after a change, and this drive stays behind the next.'
          : 'The drive before stands behind this one, by time from the key.'}
      </Text>
    </Card>
  );
});

function laneOf(id: ChannelId, trace: DriveTrace, before: DriveTrace | null, meantOf: Meant): TraceLane {
  const { label, decimals } = CHANNELS[id];
  const { quantity, unit } = channelQuantity(id);
  const meant = meantOf[id];
  return {
    id,
    label,
    unit: unitOf(quantity, unit).label,
    decimals,
    values: trace.columns[id],
    ...(meant === undefined ? {} : { meant: trace.columns[meant] }),
    ...(before === null ? {} : { earlier: sameLength(before.columns[id], trace.samples) }),
  };
}

/** An earlier trace on the time of this one: cut, or with nothing after its end. */
function sameLength(values: Float32Array, samples: number): Float32Array {
  const out = new Float32Array(samples).fill(NaN);
  out.set(values.subarray(0, samples));
  return out;
}

/** What the engine computer was doing, as stretches. */
function bandsOf({ columns, samples, rateHz }: DriveTrace): TraceBand[] {
  const stretches = (label: string, tone: TraceBand['tone'], acts: (i: number) => boolean): TraceBand[] => {
    const found: TraceBand[] = [];
    let from = -1;
    for (let i = 0; i <= samples; i += 1) {
      const on = i < samples && acts(i);
      if (on && from < 0) from = i;
      if (!on && from >= 0) {
        found.push({ fromS: from / rateHz, toS: i / rateHz, label, tone });
        from = -1;
      }
    }
    return found;
  };
  const running = (i: number) => columns.phase[i] === PHASE.running;
  const found = [
    ...stretches(
      'cranking',
      'cranking',
      (i) => columns.phase[i] === PHASE.cranking && (columns.speed[i] as number) > 0,
    ),
    ...stretches(
      'after-start',
      'afterStart',
      (i) => running(i) && (columns.afterStart[i] as number) > AFTER_START,
    ),
    ...stretches('overrun cut', 'cut', (i) => running(i) && columns.overrunCut[i] === 1),
    ...SENSORS_LOST.flatMap(({ id, label }, code) =>
      id === 'none'
        ? []
        : stretches(`in fault: ${inSentence(label)}`, 'afterStart', (i) => columns.sensorLost[i] === code),
    ),
    ...GUARD_REASONS.flatMap(({ id, label }, code) =>
      id === 'none'
        ? []
        : stretches(`protection: ${inSentence(label)}`, 'afterStart', (i) => columns.protection[i] === code),
    ),
    ...LIMITS.flatMap(({ id, label }, code) =>
      id === 'none'
        ? []
        : stretches(`held back: ${inSentence(label)}`, 'cut', (i) => columns.limiting[i] === code),
    ),
  ];
  return found.sort((one, other) => one.fromS - other.fromS);
}
