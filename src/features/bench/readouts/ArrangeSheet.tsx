import { useState } from 'react';
import { View } from 'react-native';
import {
  type ChannelInfo,
  CHANNELS,
  channelsFor,
  MOST_CYLINDERS,
  type ShownChannel,
  shownChannel,
} from '@/core/channel';
import { formatSignificant } from '@/core/units';
import { useAfterPaint } from '@/data/session/documentParts';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { IconButton } from '@/ui/button/IconButton';
import { TextBox } from '@/ui/field';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { useShownBy } from '@/ui/units/shownBy';
import { readoutLabel } from './readoutWords';
import { moved, MOST_READOUTS, type Readout } from './sets';

interface Props {
  set: readonly Readout[];
  onArrange: (set: readonly Readout[]) => void;
  onClose: () => void;
}

/** So many stand in the sheet as it opens. */
const FIRST_ROWS = 2;

/** What may be shown. */
const LIVE_CHANNELS = channelsFor(MOST_CYLINDERS);

/** Which numbers are shown, in which order, and what each should stay between. */
export function ArrangeSheet({ set, onArrange, onClose }: Props) {
  // A touch waits for what is in sight alone.
  const isPainted = useAfterPaint();
  const put = (i: number, readout: Readout) => onArrange(set.map((other, k) => (k === i ? readout : other)));
  return (
    <Sheet title="Arrange the readouts" open onClose={onClose}>
      {set.slice(0, isPainted ? undefined : FIRST_ROWS).map((readout, i) => (
        <Row
          key={readout.channel}
          readout={readout}
          isFirst={i === 0}
          isLast={i === set.length - 1}
          onMove={(by) => onArrange(moved(set, i, by))}
          onChange={(next) => put(i, next)}
          onRemove={set.length < 2 ? null : () => onArrange(set.filter((_, k) => k !== i))}
        />
      ))}
      {!isPainted ? null : set.length >= MOST_READOUTS ? (
        <Text kind="small" colour="muted">
          {`More than ${MOST_READOUTS} are not read. Remove one to add another.`}
        </Text>
      ) : (
        <>
          <Text kind="strong">Add</Text>
          <ChannelSearch
            among={LIVE_CHANNELS.filter((id) => set.every(({ channel }) => channel !== id))}
            onFound={(channel) => onArrange([...set, { channel, low: null, high: null }])}
          />
        </>
      )}
    </Sheet>
  );
}

interface RowProps {
  readout: Readout;
  isFirst: boolean;
  isLast: boolean;
  onMove: (by: -1 | 1) => void;
  onChange: (readout: Readout) => void;
  onRemove: (() => void) | null;
}

function Row({ readout, isFirst, isLast, onMove, onChange, onRemove }: RowProps) {
  const label = readoutLabel(readout.channel);
  const { codes }: ChannelInfo = CHANNELS[readout.channel];
  const as = shownChannel(readout.channel, useShownBy());
  return (
    <View role="group" aria-label={label} style={{ gap: SPACE.xs }}>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong">{label}</Text>
        </View>
        <IconButton
          icon="chevron-up"
          label={`Move ${label} up`}
          disabled={isFirst}
          onPress={() => onMove(-1)}
        />
        <IconButton
          icon="chevron-down"
          label={`Move ${label} down`}
          disabled={isLast}
          onPress={() => onMove(1)}
        />
        <IconButton
          icon="close"
          label={`Remove ${label}`}
          disabled={onRemove === null}
          onPress={() => onRemove?.()}
        />
      </View>
      {codes === undefined ? (
        <View style={{ flexDirection: 'row', gap: SPACE.s }}>
          <Limit
            label={`${label}, not below${as.unit === '' ? '' : `, ${as.unit}`}`}
            placeholder="not below"
            value={readout.low}
            as={as}
            onChange={(low) => onChange({ ...readout, low })}
          />
          <Limit
            label={`${label}, not above${as.unit === '' ? '' : `, ${as.unit}`}`}
            placeholder="not above"
            value={readout.high}
            as={as}
            onChange={(high) => onChange({ ...readout, high })}
          />
        </View>
      ) : null}
    </View>
  );
}

interface LimitProps {
  label: string;
  placeholder: string;
  value: number | null;
  /** The units it is shown and typed in. */
  as: ShownChannel;
  onChange: (value: number | null) => void;
}

/** A limit as a number, or nothing; text that is none stays, marked, and changes nothing. */
function Limit({ label, placeholder, value, as, onChange }: LimitProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === null ? '' : formatSignificant(as.shown(value), 6));
  const number = Number(text.trim().replace(',', '.').replace('−', '-'));
  const isNone = text.trim() === '';
  const invalid = !isNone && !Number.isFinite(number);
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      <TextBox
        label={label}
        placeholder={placeholder}
        value={text}
        numeric
        invalid={invalid}
        maxLength={12}
        onChangeText={setTyped}
        onDone={() => {
          if (invalid) return;
          setTyped(null);
          onChange(isNone ? null : as.stored(number));
        }}
      />
    </View>
  );
}
