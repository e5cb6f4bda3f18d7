import { useState } from 'react';
import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import type { DriveAnswer, TrueValue } from '@/workers/driveProtocol';
import { Button } from '@/ui/button/Button';
import { Card, Sentences, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { driveSentences } from './driveWords';

/** What happened in a drive, in sentences; and what was true of the car, for those who ask. */
export function DriveFindings({ answer, outdated }: { answer: DriveAnswer; outdated: boolean }) {
  const [asked, setAsked] = useState(false);
  return (
    <Card title="What happened">
      <Sentences sentences={driveSentences(answer.facts)} />
      <Text kind="small" colour="muted">
        {`${answer.standIn}; begun at ${formatNumber(answer.setup.coolantC, 0)} °C of coolant in air of ${formatNumber(answer.setup.airC, 0)} °C. Knock is heard by the stand-in itself, not by a sensor.`}
      </Text>
      {outdated ? (
        <StateMark tone="warning" label="The calibration has changed since. Drive it again." />
      ) : null}
      <Button
        label={asked ? 'Hide what is true of this car' : 'Ask what is true of this car'}
        onPress={() => setAsked(!asked)}
      />
      {asked ? <Truth values={answer.truth} /> : null}
    </Card>
  );
}

function Truth({ values }: { values: readonly TrueValue[] }) {
  const said = (value: TrueValue['is'] | null, decimals: number) =>
    typeof value === 'number' ? formatNumber(value, decimals) : (value ?? 'not typed');
  return (
    <View style={{ gap: SPACE.s }}>
      {values.map(({ label, typed, is, unit, decimals }) => (
        <View key={label} style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.m }}>
          <View style={{ flexGrow: 1, flexBasis: 180 }}>
            <Text>{label}</Text>
          </View>
          <Text kind="number">{`${said(is, decimals)} ${unit}`}</Text>
          <Text kind="small" colour="muted">{`typed ${said(typed, decimals)}`}</Text>
        </View>
      ))}
    </View>
  );
}
