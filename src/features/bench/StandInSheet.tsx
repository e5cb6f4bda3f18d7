import { View } from 'react-native';
import { formatNumber, inSentence } from '@/core/units';
import {
  DRIVE_IDS,
  type DriveId,
  DRIVES,
  FAULT_IDS,
  type FaultId,
  FAULTS,
  type HandControls,
  letGoOf,
  TIME_SCALES,
} from '@/workers/benchProtocol';
import { Button } from '@/ui/button/Button';
import { NumberBox } from '@/ui/field';
import { Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { Choice } from './Choice';
import { StandInInstruments } from './StandInInstruments';
import { useTraining } from './training/trainingStore';
import { changeStandIn, letDrive, scaleTime, takeHands, useStandIn } from './standInStore';

const PEDALS = [0, 10, 20, 35, 50, 75, 100] as const;
const GEARS = [0, 1, 2, 3, 4] as const;
/** How hard the brake is pressed. */
const BRAKES = [0, 0.3, 0.8] as const;
const HELD = {
  label: 'Brake holds the speed, rev/min',
  quantity: 'rotationalSpeed',
  unit: 'rev/min',
  min: 500,
  max: 15_000,
} as const;
const FIRST_HELD_RPM = 2500;
/** What is switched on besides what the engine computer drives, A. */
const LOADS = [
  { id: '0', label: 'None' },
  { id: '12', label: 'Lights' },
  { id: '30', label: 'Lights and fan' },
] as const;
const OUTSIDE = {
  label: 'Air outside, °C',
  quantity: 'temperature',
  unit: 'degC',
  min: -45,
  max: 45,
} as const;

/** The stand-in’s own controls, on their own ground: what hands and feet would do in the car. */
export function StandInSheet({ onClose }: { onClose: () => void }) {
  const roles = useRoles();
  const seen = useStandIn((standIn) => standIn.seen);
  const times = useStandIn((standIn) => standIn.times);
  const trained = useTraining(({ engine }) => engine !== null);
  return (
    <Sheet title="The stand-in’s controls" open onClose={onClose}>
      <View
        style={{
          gap: SPACE.l,
          padding: SPACE.m,
          backgroundColor: roles.ground,
          borderWidth: 1,
          borderStyle: 'dashed',
          borderColor: roles.steel,
        }}
      >
        <Text kind="small" colour="steel">
          Stand-in: these move the car in simulation, not an engine of yours.
        </Text>
        {seen === null ? (
          <Place />
        ) : (
          <>
            <Text kind="strong">{seenWords(seen.driving, seen.speedRpm, seen.kmPerH)}</Text>
            <KeyAndStarter wanted={seen.wanted} driven={seen.driving !== null} />
            <Choice
              label="Let a driver drive"
              options={DRIVE_IDS.map((id) => ({ id, label: DRIVES[id].label }))}
              value={seen.driving}
              onChange={(id) => letDrive(id as DriveId)}
            />
            <Choice
              label="Its time passes"
              options={TIME_SCALES.map((scale) => ({
                id: String(scale),
                label: scale === 1 ? 'As in life' : `${scale} times as fast`,
              }))}
              value={String(times)}
              onChange={(id) => scaleTime(TIME_SCALES.find((scale) => String(scale) === id) ?? 1)}
            />
            <Hands wanted={seen.wanted} driven={seen.driving !== null} />
            <StandInInstruments seen={seen} />
            {trained ? (
              <Text kind="small" colour="muted">
                An engine to learn on: what is wrong with it is said when you have answered.
              </Text>
            ) : (
              <Choice
                label="What is wrong with it"
                options={FAULT_IDS.map((id) => ({ id, label: FAULTS[id].label }))}
                value={seen.wanted.fault}
                onChange={(id) => takeHands({ fault: id as FaultId })}
              />
            )}
          </>
        )}
      </View>
    </Sheet>
  );
}

function seenWords(driving: DriveId | null, speedRpm: number, kmPerH: number): string {
  const who = driving === null ? 'In your hands' : `Driven: ${inSentence(DRIVES[driving].label)}`;
  return `${who}, ${formatNumber(speedRpm, 0)} rev/min, ${formatNumber(kmPerH, 0)} km/h`;
}

const COOLANT = {
  label: 'Coolant when it comes, °C',
  quantity: 'temperature',
  unit: 'degC',
  min: -40,
  max: 110,
} as const;
const AIR = { label: 'Air about it, °C', quantity: 'temperature', unit: 'degC', min: -40, max: 50 } as const;

/** Where the next stand-in has stood. */
function Place() {
  const coolantC = useStandIn((standIn) => standIn.coolantC);
  const airC = useStandIn((standIn) => standIn.airC);
  return (
    <>
      <Message tone="plain">
        No stand-in is there yet: connect to it on the bench. This is how it will come.
      </Message>
      <NumberBox info={COOLANT} value={coolantC} onChange={(value) => changeStandIn({ coolantC: value })} />
      <NumberBox info={AIR} value={airC} onChange={(value) => changeStandIn({ airC: value })} />
    </>
  );
}

interface HandsProps {
  wanted: HandControls;
  driven: boolean;
}

function KeyAndStarter({ wanted, driven }: HandsProps) {
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
      <Button
        label={wanted.key ? 'Key off' : 'Key on'}
        icon="key-variant"
        onPress={() => takeHands(wanted.key ? letGoOf(wanted) : { key: true })}
      />
      <Button
        label={wanted.starter ? 'Let go of the starter' : 'Hold the starter'}
        icon={wanted.starter ? 'stop' : 'play'}
        disabled={!wanted.key}
        onPress={() => takeHands({ starter: !wanted.starter })}
      />
      {driven ? (
        <Button label="Take over" icon="stop" onPress={() => takeHands({ pedalPercent: 0 })} />
      ) : null}
    </View>
  );
}

function Hands({ wanted, driven }: HandsProps) {
  const came = useStandIn((standIn) => standIn.airC);
  return (
    <>
      <Choice
        label="Pedal"
        options={PEDALS.map((percent) => ({ id: String(percent), label: `${percent} %` }))}
        value={driven ? null : String(wanted.pedalPercent)}
        onChange={(id) => takeHands({ pedalPercent: Number(id) })}
      />
      <Choice
        label="Gear"
        options={GEARS.map((gear) => ({ id: String(gear), label: gear === 0 ? 'Neutral' : `${gear}` }))}
        value={driven ? null : String(wanted.gear)}
        onChange={(id) => takeHands({ gear: Number(id), holdRpm: null })}
      />
      <Choice
        label="Brakes"
        options={BRAKES.map((share) => ({
          id: String(share),
          label: share === 0 ? 'Off' : share < 0.5 ? 'Light' : 'Hard',
        }))}
        value={driven ? null : String(wanted.brake)}
        onChange={(id) => takeHands({ brake: Number(id) })}
      />
      <Choice
        label="Electrical loads"
        options={LOADS}
        value={driven ? null : String(wanted.loadsA)}
        onChange={(id) => takeHands({ loadsA: Number(id) })}
      />
      <NumberBox info={OUTSIDE} value={wanted.airC ?? came} onChange={(airC) => takeHands({ airC })} />
      <Choice
        label="Brake dynamometer"
        options={[
          { id: 'off', label: 'Off' },
          { id: 'on', label: 'Holds a speed' },
        ]}
        value={driven ? null : wanted.holdRpm === null ? 'off' : 'on'}
        onChange={(id) => takeHands({ holdRpm: id === 'on' ? FIRST_HELD_RPM : null, gear: 0 })}
      />
      {wanted.holdRpm === null ? null : (
        <NumberBox info={HELD} value={wanted.holdRpm} onChange={(holdRpm) => takeHands({ holdRpm })} />
      )}
    </>
  );
}
