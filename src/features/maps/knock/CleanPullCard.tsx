import { useMemo } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { expectedNoiseV } from '@/core/generators';
import { knockBaseline, thresholdFrom } from '@/core/log';
import { gridOf, lookUpCurve } from '@/core/numeric';
import { keptEdit } from '@/data/session/keptEdit';
import { useDocumentLater } from '@/data/session/documentParts';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { LineChart, type Series } from '@/ui/chart';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { putThreshold } from './knockEdits';
import { refusalWords } from './knockWords';
import { useChosenLog } from '../chosenLog/useChosenLog';

/** The threshold against the noise: a guess, or what a clean pull of this engine says. */
export function CleanPullCard() {
  const document = useDocumentLater();
  const { offers, log, chips } = useChosenLog('Clean pull');
  const baseline = useMemo(() => (log === null ? null : knockBaseline(log)), [log]);
  const { knockThreshold } = document.maps;
  const noise = baseline?.ok === true ? baseline.noise : null;
  const take = () => {
    if (noise === null) return;
    const source = { kind: 'measured', date: today(), note: 'From a clean pull' } as const;
    void keptEdit('Take the knock threshold from a clean pull', (draft) =>
      putThreshold(draft as Calibration, noise, source),
    );
  };
  return (
    <Card
      title="Threshold"
      intro="A third above the noise of a clean pull: full throttle through the speeds, with spark and fuel that surely do not knock."
    >
      {knockThreshold === null ? null : (
        <LineChart
          title="Threshold and noise by engine speed"
          x={knockThreshold.x}
          xLabel="rev/min"
          yLabel="V"
          decimals={2}
          height={220}
          series={seriesOf(document, knockThreshold, noise)}
          named
        />
      )}
      {!offers ? <Text colour="muted">Record a pull at the bench, and it can be chosen here.</Text> : chips}
      {baseline?.ok === false ? <Message tone="warning">{refusalWords(baseline)}</Message> : null}
      {noise === null || knockThreshold === null ? null : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Take this threshold" kind="primary" icon="check" onPress={take} />
        </View>
      )}
    </Card>
  );
}

/** The threshold there is, and the noise it stands above. */
function seriesOf(
  document: Calibration,
  threshold: NonNullable<Calibration['maps']['knockThreshold']>,
  clean: Parameters<typeof thresholdFrom>[0] | null,
): Series[] {
  const grid = gridOf(threshold);
  const expected = expectedNoiseV(document);
  const margin = (rpm: number) => (clean === null ? expected(rpm) : thresholdFrom(clean, rpm));
  return [
    { id: 'threshold', label: 'Threshold', values: threshold.x.map((rpm) => lookUpCurve(grid, rpm)) },
    {
      id: 'noise',
      label: clean === null ? 'Noise, a guess' : 'From the pull',
      values: threshold.x.map(margin),
      dash: '6 4',
    },
  ];
}
