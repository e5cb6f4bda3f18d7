import { useState } from 'react';
import { type ChannelId, CHANNEL_IDS, CHANNELS } from '@/core/channel';
import { type ColumnUse, type TableColumn, tableUnitsOf, TIME_UNITS, type TimeUnit } from '@/core/logTable';
import { Chips } from '@/ui/button/Chips';
import { ChannelSearch } from '@/ui/channel/ChannelSearch';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { firstCells, TIME_UNIT_LABELS } from './columnWords';

interface Props {
  column: TableColumn;
  use: ColumnUse;
  /** Channels that other columns are taken for. */
  taken: readonly ChannelId[];
  onUse: (use: ColumnUse) => void;
  onClose: () => void;
}

const AS = [
  { id: 'channel', label: 'A channel' },
  { id: 'own', label: 'Its own name' },
  { id: 'time', label: 'The time' },
  { id: 'left', label: 'Left out' },
] as const satisfies readonly { readonly id: ColumnUse['as']; readonly label: string }[];

/** One that another column is taken for is taken from it; the time is chosen by itself. */
const MAY_BE = CHANNEL_IDS.filter((id) => id !== 'time');

const asChannel = (channel: ChannelId): ColumnUse => ({
  as: 'channel',
  channel,
  unit: tableUnitsOf(channel)[0]?.id ?? '',
});

/** What one column is taken for, and in which unit. */
export function ColumnSheet({ column, use, taken, onUse, onClose }: Props) {
  const [as, setAs] = useState(use.as);
  return (
    <Sheet title={column.name} open onClose={onClose}>
      <Text colour="muted">{`${column.unit === '' ? 'No unit is written' : column.unit}; ${firstCells(column)}`}</Text>
      <Chips
        label="Taken for"
        options={AS}
        value={as}
        onChange={(next) => {
          setAs(next);
          if (next === 'own' || next === 'left') onUse({ as: next });
          if (next === 'time') onUse({ as: 'time', unit: 's' });
        }}
      />
      {as === 'time' && use.as === 'time' && column.time === null ? (
        <Chips
          label="Counted in"
          options={(Object.keys(TIME_UNITS) as TimeUnit[]).map((id) => ({ id, label: TIME_UNIT_LABELS[id] }))}
          value={use.unit}
          onChange={(unit) => onUse({ as: 'time', unit })}
        />
      ) : null}
      {as === 'channel' ? (
        <>
          {use.as === 'channel' ? (
            <>
              <Text kind="strong">{CHANNELS[use.channel].label}</Text>
              <Chips
                label="Unit"
                options={tableUnitsOf(use.channel).map(({ id, label }) => ({
                  id,
                  label: label === '' ? 'as it is' : label,
                }))}
                value={use.unit}
                onChange={(unit) => onUse({ ...use, unit })}
              />
            </>
          ) : null}
          <ChannelSearch
            among={MAY_BE}
            verb="Take it for"
            taken={taken}
            onFound={(channel) => onUse(asChannel(channel))}
          />
        </>
      ) : null}
    </Sheet>
  );
}
