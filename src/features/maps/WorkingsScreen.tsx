import { compile } from '@/core/calibration';
import { AT, frameOf, read } from '@/core/channel';
import { formatNumber } from '@/core/units';
import { workingsAt } from '@/core/workings';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { useSlowFrame } from '@/data/ecu/useLive';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { BackTitle, Card, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { MissingList } from '@/ui/missing/MissingList';
import { LivePointCard, pointOf } from './LivePointCard';
import { useOperatingPoint } from './operatingPoint';
import { PointFields } from './PointFields';
import { StepCard } from './StepCard';
import { useIsLive } from './useLiveMap';

/** Slower than this nothing is injected, rev/min. */
const TURNS_RPM = 30;

/** An operating point worked through, from air mass to opening, duty and spark. */
export function WorkingsScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const point = useOperatingPoint((state) => state.point);
  const change = useOperatingPoint((state) => state.change);
  const isLive = useIsLive();
  const [frozen, setFrozen] = useState(false);
  const now = useSlowFrame();
  // An engine that stands is at no operating point.
  const frame = isLive && !frozen && read(now, AT.speed) >= TURNS_RPM ? now : null;
  const result = compile(document);
  const workings = result.ok ? workingsAt(result.program, frame ?? frameOf(point)) : null;
  return (
    <Page>
      <BackTitle
        title="Workings"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      {frame === null ? (
        <>
          {isLive && frozen ? (
            <View style={{ flexDirection: 'row' }}>
              <Button label="Go with the engine" icon="pulse" onPress={() => setFrozen(false)} />
            </View>
          ) : null}
          <PointFields />
        </>
      ) : (
        <LivePointCard
          id={id}
          frame={frame}
          onFreeze={() => {
            change(pointOf(frame));
            setFrozen(true);
          }}
        />
      )}
      {workings === null ? (
        result.ok ? null : (
          <MissingList missing={result.missing} onGo={(path) => router.navigate(`/c/${id}/${path}` as '/')} />
        )
      ) : (
        <>
          <Card title="Result">
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xl }}>
              <Result label="Opening" value={formatNumber(workings.injection.openingMs, 3)} unit="ms" />
              <Result label="Duty" value={formatNumber(workings.injection.dutyPercent, 1)} unit="%" />
              <Result label="Spark" value={formatNumber(workings.injection.sparkDeg, 1)} unit="° BTDC" />
            </View>
          </Card>
          {workings.steps.map((step, i) => (
            <StepCard
              key={step.id}
              number={i + 1}
              step={step}
              onMap={(mapKey) => router.navigate(`/c/${id}/maps/${mapKey}` as '/')}
            />
          ))}
        </>
      )}
    </Page>
  );
}

function Result({ label, value, unit }: { label: string; value: string; unit: string }) {
  return (
    <View>
      <Text kind="small" colour="muted">
        {label}
      </Text>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.xs }}>
        <Text kind="figure">{value}</Text>
        <Text kind="small" colour="muted">
          {unit}
        </Text>
      </View>
    </View>
  );
}
