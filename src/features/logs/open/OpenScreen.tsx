import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useEffect, useEffectEvent, useState } from 'react';
import { View } from 'react-native';
import { ActivityIndicator, ProgressBar } from 'react-native-paper';
import type { ColumnUse } from '@/core/logTable';
import { pickLogFile } from '@/data/files/pickLog';
import { takeHandedFile } from '@/data/logs/handedFile';
import { useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { NumberBox } from '@/ui/field';
import { BackTitle, Card, Docked, LinkRow, Message, Page, StateMark, useWide } from '@/ui/layout';
import { bytesWords } from '@/ui/text/bytesWords';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ColumnSheet } from './ColumnSheet';
import { columnWords, firstCells, takenWords } from './columnWords';
import { changeOpening, closeFile, openFile, readFileNow, useOpening } from './openStore';

/** A file of a log: what its columns are taken for, and how far it is read. */
export function OpenScreen() {
  const { id } = useGlobalSearchParams<{ id: string }>();
  const router = useRouter();
  const document = useDocument();
  const { stage, file, name, message, peek, progress } = useOpening();
  const back = () => {
    closeFile();
    router.navigate(`/c/${id}/logs`);
  };
  const read = async () => {
    const logId = await readFileNow(id, document.name);
    if (logId !== null) router.replace(`/c/${id}/logs/${logId}`);
  };
  const take = async (chosen: File | null) => {
    if (chosen !== null && (await openFile(chosen, document))) await read();
  };
  // What was opened with its calibration is read at once: its columns are ours.
  const onHanded = useEffectEvent(() => void take(takeHandedFile(id)));
  useEffect(() => onHanded(), []);
  const works = stage === 'reading' || stage === 'keeping';
  const maps = stage === 'mapping' && peek !== null && file !== null;
  return (
    <Page beside={maps ? <Numbers size={file.size} onRead={() => void read()} /> : undefined}>
      <BackTitle title={name === '' ? 'Open a file' : name} backLabel="All logs" onBack={back} />
      {message === null ? null : <Message tone="error">{message}</Message>}
      {stage === 'none' || stage === 'refused' ? (
        <View style={{ gap: SPACE.m, alignItems: 'flex-start' }}>
          <Text>
            Any recording as CSV or text opens here, whoever made it: separators, decimal commas, units and
            times are recognised, and every column is shown before it is read.
          </Text>
          <Button
            label="Choose a file"
            kind="primary"
            icon="file-import-outline"
            onPress={() => void pickLogFile().then(take)}
          />
        </View>
      ) : null}
      {stage === 'peeking' ? <ActivityIndicator accessibilityLabel="Looking into the file" /> : null}
      {works ? (
        <View style={{ gap: SPACE.s }} role="status" aria-label="Reading">
          <Text>{`${stage === 'reading' ? 'Reading' : 'Keeping'}, ${Math.round(100 * progress)} %`}</Text>
          <ProgressBar
            progress={progress}
            aria-label={stage === 'reading' ? 'Reading the file' : 'Keeping the log'}
          />
          <Button label="Cancel" onPress={back} />
        </View>
      ) : null}
      {maps ? <Columns /> : null}
    </Page>
  );
}

/** Every column with its first cells and what it is taken for; those to look at come first. */
function Columns() {
  const { peek, uses } = useOpening();
  const [open, setOpen] = useState<number | null>(null);
  if (peek === null) return null;
  const { columns } = peek.dialect;
  const put = (place: number, use: ColumnUse) =>
    changeOpening({ uses: uses.map((one, i) => (i === place ? use : givenUp(one, use))) });
  const isDoubtful = (i: number) => {
    const guessed = peek.guessed[i];
    return guessed?.doubtful === true && JSON.stringify(guessed.use) === JSON.stringify(uses[i]);
  };
  const places = columns
    .map((_, i) => i)
    .sort((a, b) => rank(uses[a], isDoubtful(a)) - rank(uses[b], isDoubtful(b)));
  const [column, use] = open === null ? [] : [columns[open], uses[open]];
  return (
    <Card
      title="Columns"
      intro="What each is taken for. Press one to change it; it is remembered for files with the same columns."
    >
      <View role="list" aria-label="Columns" style={{ gap: SPACE.s }}>
        {places.map((i) => {
          const [one, taken] = [columns[i], uses[i]];
          if (one === undefined || taken === undefined) return null;
          return (
            <View key={one.name} role="listitem">
              <LinkRow
                label={columnWords(one)}
                detail={`${takenWords(taken, one)}: ${firstCells(one)}`}
                state={isDoubtful(i) ? <StateMark tone="warning" label="Guessed: look at it" /> : undefined}
                onPress={() => setOpen(i)}
              />
            </View>
          );
        })}
      </View>
      {open === null || column === undefined || use === undefined ? null : (
        <ColumnSheet
          column={column}
          use={use}
          taken={uses.flatMap((other, i) => (other.as === 'channel' && i !== open ? other.channel : []))}
          onUse={(next) => put(open, next)}
          onClose={() => setOpen(null)}
        />
      )}
    </Card>
  );
}

/** Numbers that conversions depend on, whether it is kept, and the way to go on. */
function Numbers({ size, onRead }: { size: number; onRead: () => void }) {
  const { uses, rateHz, barometricKpa, stoichiometric, keeps } = useOpening();
  const wide = useWide();
  const hasTime = uses.some(({ as }) => as === 'time');
  const says = (unit: string) => uses.some((use) => use.as === 'channel' && use.unit.endsWith(unit));
  const button = <Button label={`Read ${bytesWords(size)}`} kind="primary" onPress={onRead} />;
  return (
    <View style={{ gap: SPACE.l }}>
      {hasTime ? null : (
        <>
          <Text>No column says the time: rows are taken to come evenly.</Text>
          <NumberBox
            info={{ label: 'Rows in a second', quantity: 'frequency', unit: 'Hz', min: 0.1, max: 10_000 }}
            value={rateHz}
            onChange={(hz) => changeOpening({ rateHz: hz })}
          />
        </>
      )}
      {says('Gauge') ? (
        <NumberBox
          info={{
            label: 'Air outside, where gauge pressures are read from',
            quantity: 'pressureAbsolute',
            unit: 'kPaAbs',
            min: 50,
            max: 110,
          }}
          value={barometricKpa}
          onChange={(kpa) => changeOpening({ barometricKpa: kpa })}
        />
      ) : null}
      {says('afr') ? (
        <NumberBox
          info={{ label: 'Air to fuel where λ is one', quantity: 'ratio', unit: ':1', min: 5, max: 20 }}
          value={stoichiometric}
          onChange={(ratio) => changeOpening({ stoichiometric: ratio })}
        />
      ) : null}
      <Chips
        label="Keep it"
        options={[
          { id: 'keep', label: 'Keep it in this browser' },
          { id: 'look', label: 'Only look at it' },
        ]}
        value={keeps ? 'keep' : 'look'}
        onChange={(id) => changeOpening({ keeps: id === 'keep' })}
      />
      {wide ? button : <Docked label="File">{button}</Docked>}
    </View>
  );
}

/** What another column becomes when one is taken for the same. */
function givenUp(one: ColumnUse, use: ColumnUse): ColumnUse {
  const same =
    (one.as === 'time' && use.as === 'time') ||
    (one.as === 'channel' && use.as === 'channel' && one.channel === use.channel);
  return same ? { as: 'own' } : one;
}

/** What must be looked at comes first, then channels, then what is kept as it is, then what is left out. */
function rank(use: ColumnUse | undefined, doubtful: boolean): number {
  if (doubtful) return 0;
  if (use?.as === 'time') return 1;
  return use?.as === 'channel' ? 2 : use?.as === 'own' ? 3 : 4;
}
