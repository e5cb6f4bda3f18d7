import { useRef, useState } from 'react';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { Text } from '../text/Text';
import { SPACE, useRoles } from '../theme';
import { LaneCanvas } from './LaneCanvas';
import { StripOverview } from './StripOverview';
import { BANDS, StripCursors, StripOverlay, TIME } from './StripOverlay';
import type { StripStore } from './stripStore';
import { readingAt, readingWords, StripValues, traceName } from './StripValues';
import type { StripBand, StripLane, StripMark } from './traces';
import { useCursors } from './useCursors';
import { useStripHands } from './useStripHands';

interface Props {
  /** What it shows, for screen readers. */
  label: string;
  strip: StripStore;
  lanes: readonly StripLane[];
  bands: readonly StripBand[];
  marks?: readonly StripMark[];
  /** Moments that the thin strip below ticks. */
  moments?: readonly StripMark[];
  /** With the thin strip of the whole log. */
  overview?: boolean;
  laneHeight?: number;
  /** What is along it, where that is not time. */
  axis?: StripAxis;
}

/** What a strip goes by. */
export interface StripAxis {
  readonly unit: string;
  readonly decimals: number;
}

const SECONDS: StripAxis = { unit: 's', decimals: 2 };

/** Room for names and values at the right, px; more where there is more. */
const VALUES = { narrow: 104, wide: 150, from: 700 } as const;
const NO_MARKS: readonly StripMark[] = [];

/** Traces in lanes by quantity over one time, with what the engine computer was doing above them, and the whole log below. */
export function LogStrip({
  label,
  strip,
  lanes,
  bands,
  marks = NO_MARKS,
  moments = NO_MARKS,
  overview = true,
  laneHeight = 88,
  axis = SECONDS,
}: Props) {
  const roles = useRoles();
  const box = useRef<View>(null);
  const [width, setWidth] = useState(320);
  const values = width < VALUES.from ? VALUES.narrow : VALUES.wide;
  const plot = Math.max(80, Math.floor(width - values));
  const timeS = lanes[0]?.traces[0]?.timeS ?? NOTHING;
  const hands = useStripHands({ box, strip, timeS, width: plot });
  return (
    <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)} style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row' }}>
        <Read label={label} strip={strip} lanes={lanes} bands={bands} axis={axis} box={box} hands={hands}>
          <View style={{ width: plot, height: BANDS + lanes.length * laneHeight + TIME }}>
            <View style={{ paddingTop: BANDS }}>
              <LaneCanvas strip={strip} lanes={lanes} width={plot} laneHeight={laneHeight} roles={roles} />
            </View>
            <View style={{ position: 'absolute', left: 0, top: 0 }} aria-hidden>
              <StripOverlay
                strip={strip}
                bands={bands}
                marks={marks}
                width={plot}
                lanes={lanes.length}
                laneHeight={laneHeight}
                roles={roles}
              />
            </View>
            <View style={{ position: 'absolute', left: 0, top: 0 }} aria-hidden>
              <StripCursors
                strip={strip}
                width={plot}
                height={BANDS + lanes.length * laneHeight}
                roles={roles}
              />
            </View>
          </View>
        </Read>
        <View style={{ width: values, paddingTop: BANDS }} aria-hidden>
          <StripValues strip={strip} lanes={lanes} laneHeight={laneHeight} roles={roles} />
        </View>
      </View>
      <Moment strip={strip} bands={bands} axis={axis} />
      {overview ? (
        <StripOverview strip={strip} lane={lanes[0]} moments={moments} width={plot} roles={roles} />
      ) : null}
    </View>
  );
}

const NOTHING = new Float64Array();

interface ReadProps {
  label: string;
  strip: StripStore;
  lanes: readonly StripLane[];
  bands: readonly StripBand[];
  axis: StripAxis;
  box: React.RefObject<View | null>;
  hands: object;
  children: React.ReactNode;
}

/** What is read by a finger, by keys and by a screen reader: the values at the cursor, and their change since the second one. */
function Read({ label, strip, lanes, bands, axis, box, hands, children }: ReadProps) {
  const { cursorS, secondS } = useCursors(strip);
  const web = {
    tabIndex: 0,
    'aria-valuemin': strip.whole.fromS,
    'aria-valuemax': strip.whole.toS,
    'aria-valuenow': cursorS ?? strip.whole.fromS,
    'aria-valuetext':
      cursorS === null ? 'No moment chosen' : momentWords(lanes, bands, cursorS, secondS, axis),
    ...hands,
  } as object;
  return (
    <View ref={box} role="slider" aria-label={label} {...web} style={{ touchAction: 'pan-y' } as object}>
      {children}
    </View>
  );
}

/** A moment in words: its time, what the engine computer was doing, and each value. */
export function momentWords(
  lanes: readonly StripLane[],
  bands: readonly StripBand[],
  cursorS: number,
  secondS: number | null,
  axis: StripAxis = SECONDS,
): string {
  const doing = bands.filter(({ fromS, toS }) => cursorS >= fromS && cursorS < toS).map(({ label }) => label);
  const values = lanes.flatMap(({ traces }) =>
    traces.map((trace) => {
      const value = readingAt(trace, cursorS);
      const second = secondS === null || secondS === cursorS ? null : readingAt(trace, secondS);
      const change =
        value === null || second === null
          ? ''
          : `, ${value < second ? 'down' : 'up'} by ${formatNumber(Math.abs(value - second), trace.decimals)}`;
      return `${traceName(trace)} ${readingWords(trace, value)}${change}`;
    }),
  );
  return [`${formatNumber(cursorS, axis.decimals)} ${axis.unit}`, ...doing, ...values].join(', ');
}

/** The time at the cursor, how far it is from the second one, and what the engine computer was doing. */
function Moment({ strip, bands, axis }: { strip: StripStore; bands: readonly StripBand[]; axis: StripAxis }) {
  const { cursorS, secondS } = useCursors(strip);
  if (cursorS === null) {
    return (
      <Text kind="small" colour="muted">
        Touch it to read it; two fingers, Ctrl with the wheel, or + and − zoom.
      </Text>
    );
  }
  const since =
    secondS === null || secondS === cursorS
      ? []
      : [`${formatNumber(cursorS - secondS, axis.decimals)} ${axis.unit} from the second cursor`];
  const doing = bands.filter(({ fromS, toS }) => cursorS >= fromS && cursorS < toS).map(({ label }) => label);
  return (
    <Text kind="small" colour="muted">
      {[`${formatNumber(cursorS, axis.decimals)} ${axis.unit}`, ...since, ...doing].join(', ')}
    </Text>
  );
}
