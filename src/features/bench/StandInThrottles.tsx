import { useState } from 'react';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { Button } from '@/ui/button/Button';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import type { HandControls, StandInSeen } from '@/workers/benchProtocol';
import { Choice } from './Choice';
import { takeHands } from './standInStore';

/** A screwdriver turns so far at a time, in fine and in coarse. */
const FINE = 0.125;
const COARSE = 0.5;

type Screws = HandControls['plateScrews'];

/** The meter on one throttle, and what is turned at it; nothing where one throttle feeds all. */
export function StandInThrottles({ seen }: { seen: StandInSeen }) {
  const [place, setPlace] = useState(0);
  const breathes = seen.readings.balanceMeter;
  if (breathes.length < 2) return null;
  const { plateScrews } = seen.wanted;
  const turn = (part: Partial<Screws>) => takeHands({ plateScrews: { ...plateScrews, ...part } });
  const turned = (which: 'airScrewTurns' | 'rodTurns') => plateScrews[which][place] ?? 0;
  const turnAt = (which: 'airScrewTurns' | 'rodTurns') => (by: number) =>
    turn({ [which]: breathes.map((_, i) => (plateScrews[which][i] ?? 0) + (i === place ? by : 0)) });
  return (
    <View role="group" aria-label="Throttles" style={{ gap: SPACE.s }}>
      <Choice
        label="The balance meter is held to"
        options={breathes.map((_, i) => ({ id: String(i), label: `Throttle ${i + 1}` }))}
        value={String(place)}
        onChange={(id) => setPlace(Number(id))}
      />
      <View role="status" aria-label="The balance meter">
        <Text kind="number">{`${formatNumber(breathes[place] ?? NaN, 2)} kg/h`}</Text>
      </View>
      <Screw
        label="Its air screw"
        unit="turns out"
        turns={turned('airScrewTurns')}
        onTurn={turnAt('airScrewTurns')}
      />
      <Screw label="Its rod" unit="turns longer" turns={turned('rodTurns')} onTurn={turnAt('rodTurns')} />
      <Screw
        label="The one stop of all"
        unit="turns up"
        turns={plateScrews.idleStopTurns}
        onTurn={(by) => turn({ idleStopTurns: plateScrews.idleStopTurns + by })}
      />
    </View>
  );
}

function Screw({
  label,
  unit,
  turns,
  onTurn,
}: {
  label: string;
  unit: string;
  turns: number;
  onTurn: (by: number) => void;
}) {
  const steps = [-COARSE, -FINE, FINE, COARSE];
  return (
    <View role="group" aria-label={label} style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">{`${label}: ${formatNumber(turns, 3)} ${unit}`}</Text>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {steps.map((by) => (
          <View key={by} style={{ flex: 1 }}>
            <Button
              label={`${by < 0 ? '−' : '+'}${Math.abs(by) === FINE ? '1/8' : '1/2'}`}
              onPress={() => onTurn(by)}
            />
          </View>
        ))}
      </View>
    </View>
  );
}
