import { View } from 'react-native';
import { nearestTo } from '@/core/logView';
import { formatNumber } from '@/core/units';
import { Text } from '../text/Text';
import { type Roles, SPACE } from '../theme';
import { traceColour } from './paintLane';
import type { StripStore } from './stripStore';
import type { StripLane, StripTrace } from './traces';
import { useCursors } from './useCursors';

/** What a trace reads at a time; null where nothing is known. */
export function readingAt({ timeS, extremes: { values } }: StripTrace, atS: number): number | null {
  const value = values[nearestTo(timeS, atS)];
  return value === undefined || Number.isNaN(value) ? null : value;
}

/** A reading in words, with its unit. */
export function readingWords(trace: StripTrace, value: number | null): string {
  if (value !== null && trace.words !== undefined) return trace.words(value);
  return `${formatNumber(value, trace.decimals)} ${trace.unit}`.trim();
}

/** How a trace is called where another run lies beside it. */
export function traceName({ label, beside }: StripTrace): string {
  return beside === undefined ? label : `${label}, ${beside}`;
}

/** A change with its sign; one that rounds to nothing has none. */
export function changeWords(change: number, decimals: number): string {
  const size = formatNumber(Math.abs(change), decimals);
  return Number(size) === 0 ? size : `${change < 0 ? '−' : '+'}${size}`;
}

interface Props {
  strip: StripStore;
  lanes: readonly StripLane[];
  laneHeight: number;
  roles: Roles;
}

/** Name and value of each trace beside its lane; with a second cursor how much it changed from there. */
export function StripValues({ strip, lanes, laneHeight, roles }: Props) {
  const { cursorS, secondS } = useCursors(strip);
  return (
    <>
      {lanes.map((lane) => (
        <View key={lane.id} style={{ height: laneHeight, paddingLeft: SPACE.s, overflow: 'hidden' }}>
          {lane.traces.map((trace, place) => {
            const value = cursorS === null ? null : readingAt(trace, cursorS);
            const second = secondS === null ? null : readingAt(trace, secondS);
            const change = value !== null && second !== null && secondS !== cursorS ? value - second : null;
            return (
              <View key={traceName(trace)}>
                <Text kind="small" colour="muted">
                  {trace.beside ?? trace.short ?? trace.label}
                </Text>
                <View style={{ flexDirection: 'row', alignItems: 'center', gap: 4 }}>
                  <DashSample place={place} colour={traceColour(place, trace, roles)} />
                  <Text kind="small">{cursorS === null ? trace.unit : readingWords(trace, value)}</Text>
                  {change === null ? null : (
                    <Text kind="small" colour="muted">
                      {changeWords(change, trace.decimals)}
                    </Text>
                  )}
                </View>
              </View>
            );
          })}
        </View>
      ))}
    </>
  );
}

/** A piece of the line that a trace is drawn with. */
function DashSample({ place, colour }: { place: number; colour: string }) {
  const style = (['solid', 'dashed', 'dotted', 'dashed'] as const)[place % 4];
  return (
    <View aria-hidden style={{ width: 18, borderTopWidth: 2, borderColor: colour, borderStyle: style }} />
  );
}
