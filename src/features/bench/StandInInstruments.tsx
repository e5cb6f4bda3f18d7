import { View } from 'react-native';
import { formatNumber } from '@/core/units';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import {
  type HandControls,
  INSTRUMENT_IDS,
  type InstrumentInfo,
  INSTRUMENTS,
  type StandInSeen,
} from '@/workers/benchProtocol';
import { Choice } from './Choice';
import { heardWords } from './heardWords';
import { StandInThrottles } from './StandInThrottles';
import { emptyVessels, takeHands } from './standInStore';

/** A hand turns a regulator’s screw so far at a time. */
const TURN = 0.25;
/** What a hand vacuum pump is pumped to, kPa under the air outside. */
const VACUUMS = [20, 40, 60] as const;

/** What is held in the hand at the stand-in, with what it reads; and what hands do with it. */
export function StandInInstruments({ seen }: { seen: StandInSeen }) {
  const { wanted } = seen;
  return (
    <View style={{ gap: SPACE.l }}>
      <Heard heard={seen.heard} />
      <View role="group" aria-label="Instruments" style={{ gap: SPACE.s }}>
        <Text kind="strong">Instruments</Text>
        {INSTRUMENT_IDS.map((id) => (
          <Reading key={id} info={INSTRUMENTS[id]} values={seen.readings[id]} />
        ))}
      </View>
      <StandInThrottles seen={seen} />
      <Fuel wanted={wanted} />
    </View>
  );
}

/** What somebody beside it hears and sees at work. */
function Heard({ heard }: { heard: readonly string[] }) {
  const document = useDocument();
  const words = heardWords(document, heard);
  return (
    <View role="status" aria-label="Heard and seen at the stand-in">
      <Text>{heard.length === 0 ? 'Nothing is heard at work.' : `Heard and seen at work: ${words}.`}</Text>
    </View>
  );
}

function Reading({ info, values }: { info: InstrumentInfo; values: readonly number[] }) {
  const { label, unit, error, step, each } = info;
  const decimals = step < 0.1 ? 2 : step < 1 ? 1 : 0;
  const shown = values.map((value) => formatNumber(value, decimals));
  const said =
    shown.length === 0 || values.every(Number.isNaN) ? 'nothing to read' : `${shown.join(', ')} ${unit}`;
  return (
    <View>
      <Text kind="small" colour="muted">
        {`${label}${each === undefined ? '' : `, by ${each}`}`}
      </Text>
      <Text kind="number">{`${said}, ± ${error} ${unit}`}</Text>
    </View>
  );
}

function Fuel({ wanted }: { wanted: HandControls }) {
  const { railLifted, handVacuumKpa, regulatorTurns } = wanted;
  const turned = (by: number) => takeHands({ regulatorTurns: regulatorTurns + by });
  return (
    <>
      <Choice
        label="The rail with its injectors"
        options={[
          { id: 'fitted', label: 'Fitted' },
          { id: 'lifted', label: 'Over vessels' },
        ]}
        value={railLifted ? 'lifted' : 'fitted'}
        onChange={(id) => takeHands({ railLifted: id === 'lifted' })}
      />
      <Button label="Empty the vessels and the can" onPress={emptyVessels} />
      <Choice
        label="Hand vacuum pump on the regulator’s line"
        options={[
          { id: 'off', label: 'Off, hose on' },
          ...VACUUMS.map((kpa) => ({ id: String(kpa), label: `${kpa} kPa` })),
        ]}
        value={handVacuumKpa === null ? 'off' : String(handVacuumKpa)}
        onChange={(id) => takeHands({ handVacuumKpa: id === 'off' ? null : Number(id) })}
      />
      <View style={{ gap: SPACE.xs }}>
        <Text kind="small" colour="muted">
          {`The regulator’s screw: ${formatNumber(regulatorTurns, 2)} turns in`}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="A quarter out" icon="rotate-left" onPress={() => turned(-TURN)} />
          <Button label="A quarter in" icon="rotate-right" onPress={() => turned(TURN)} />
        </View>
      </View>
    </>
  );
}
