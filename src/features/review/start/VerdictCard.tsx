import { View } from 'react-native';
import type { SheetId } from '@/core/checks';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { formatNumber, inSentence } from '@/core/units';
import type { DryStartAnswer } from '@/workers/dryStartProtocol';
import { Button } from '@/ui/button/Button';
import { Icon } from '@/ui/icon/Icon';
import { Card, StateMark } from '@/ui/layout';
import { Heading, Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';

interface Props {
  answer: DryStartAnswer;
  /** The calibration has changed since. */
  outdated: boolean;
  onMap: (mapId: MapId) => void;
  onSheet: (sheet: SheetId) => void;
}

/** What a section of the build sheet is called on the button that leads there. */
const SHEET_WORDS: Readonly<Partial<Record<SheetId, string>>> = {
  trigger: 'trigger',
  pins: 'pins',
  sensors: 'sensors',
  coils: 'coils',
  outputs: 'outputs',
  injectors: 'injectors',
};

/** How the start ended, why, and where to correct it. */
export function VerdictCard({ answer, outdated, onMap, onSheet }: Props) {
  const roles = useRoles();
  const { explanation, verdict, setup } = answer;
  const { mapId, sheet } = explanation;
  const { sureness } = answer;
  // A tick is for what every engine like it does.
  const unsure = explanation.good && sureness !== null && sureness.alike < sureness.of;
  const good = explanation.good && !unsure;
  return (
    <Card>
      <View role="status" style={{ gap: SPACE.s }}>
        <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
          <Icon
            name={good ? 'check-circle-outline' : 'alert-circle-outline'}
            size={28}
            color={good ? roles.good : unsure ? roles.warning : roles.error}
          />
          <View style={{ flex: 1 }}>
            <Heading level={3} kind="title">
              {explanation.headline}
            </Heading>
          </View>
        </View>
        <Text>{explanation.reason}</Text>
        <Text kind="small" colour="muted">
          {`${firstFireWords(verdict.turnsToFire)} ${answer.standIn}; coolant ${formatNumber(setup.coolantC, 0)} °C, air ${formatNumber(answer.airC, 0)} °C, battery ${setup.batteryV} V at rest, ${verdict.crankingV.toFixed(1)} V at the lowest.`}
        </Text>
      </View>
      {sureness === null ? null : <Sureness {...sureness} />}
      {outdated ? (
        <StateMark tone="warning" label="The calibration has changed since. Run it again." />
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {sheet === null ? null : (
          <Button
            label={`Open ${SHEET_WORDS[sheet] ?? 'the build sheet'}`}
            icon="arrow-right"
            onPress={() => onSheet(sheet)}
          />
        )}
        {mapId === null ? null : (
          <Button
            label={`Open ${inSentence(MAP_DEFINITIONS[mapId].label)}`}
            icon="arrow-right"
            onPress={() => onMap(mapId)}
          />
        )}
      </View>
    </Card>
  );
}

function firstFireWords(turns: number | null): string {
  return turns === null ? 'Nothing burned.' : `First fire after ${formatNumber(turns, 1)} turns.`;
}

/** How sure the verdict is of an engine that nobody has measured, and what such a start cannot notice. */
function Sureness({ alike, of }: { readonly alike: number; readonly of: number }) {
  const all = alike === of ? `All ${of}` : `${alike} of ${of}`;
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="strong">{`${all} engines drawn from this description end like this.`}</Text>
      <Text kind="small" colour="muted">
        Their injector flow is within 4 %, their dead time within 0.1 ms; filling, friction and sensors are
        each a little their own. What is typed wrong altogether (a wheel, a displacement, a firing order) this
        start cannot notice: they are built as typed.
      </Text>
    </View>
  );
}
