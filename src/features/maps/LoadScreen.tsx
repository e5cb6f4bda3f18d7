import { inSentence } from '@/core/units';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { type Calibration, fieldInfo, strategyOf } from '@/core/calibration';
import { saidAbout } from '@/core/checks';
import type { ChoiceFieldInfo } from '@/core/field';
import type { LoadStrategy } from '@/core/fuel';
import { type ComingMap, strategySwitch } from '@/core/generators';
import type { MapData } from '@/core/map';
import { MAP_DEFINITIONS, type MapId } from '@/core/program';
import { useShownUnits } from '@/data/shownUnits';
import { useLater } from '@/data/session/documentParts';
import { edit, useDocument } from '@/data/session/session';
import { typedSource } from '@/data/session/useField';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { HelpSheet } from '@/ui/field';
import { Thumbnail } from '@/ui/grid';
import { BackTitle, Card, Message, Page } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { useGeneratorChoices } from './choices';
import { DocumentFields, SectionFields } from '../fields/fields';
import { TypingFrom } from '../fields/TypingFrom';

/** What each strategy does, and what it is worse at than the others. */
const WORDS: Readonly<Record<LoadStrategy, string>> = {
  speedDensity:
    'Air comes from manifold pressure, temperature and volumetric efficiency by the gas law. Needs a steady pressure signal.',
  throttle:
    'Air comes from throttle position at barometric pressure. For individual throttles and very large cams; it does not see boost, and idle air counts like a throttle a little open.',
  throttlePressure:
    'As by throttle, and in proportion to manifold pressure where that is above barometric: charged engines with individual throttles. Target and spark stay over pressure.',
  airMass:
    'A meter in the intake measures the air itself; no filling map is needed. It must sit where the flow is steady and nothing leaks in behind it.',
  pulseWidth:
    'The map holds the pulse itself. No gas law: air temperature and a changed target do not change fuel by themselves.',
};

/** The document as it would be with another strategy, for what the rules say of it. */
function measuredBy(document: Calibration, strategy: LoadStrategy): Calibration {
  if (strategyOf(document) === strategy) return document;
  return { ...document, load: { ...document.load, strategy: { value: strategy, source: typedSource() } } };
}

/** How load is measured, and the switch to another way with all it means. */
export function LoadScreen() {
  const document = useDocument();
  const router = useRouter();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const now = strategyOf(document);
  const [wanted, setWanted] = useState<LoadStrategy>(now);
  const [help, setHelp] = useState(false);
  const info = fieldInfo('load.strategy') as ChoiceFieldInfo;
  const [units] = useShownUnits();
  // What it would mean is looked up behind the paint of the choice.
  const looked = useLater(wanted);
  const { caution } = saidAbout(measuredBy(document, looked), 'load.strategy', units);
  return (
    <Page>
      <BackTitle
        title="Load strategy"
        backLabel="Back to the maps"
        onBack={() => router.navigate(`/c/${id}/maps`)}
      />
      <TypingFrom />
      <Card
        title={info.label}
        intro={info.help.what}
        aside={
          <IconButton
            quiet
            icon="help-circle-outline"
            label={`About ${info.label}`}
            onPress={() => setHelp(true)}
          />
        }
      >
        <HelpSheet label={info.label} help={info.help} open={help} onClose={() => setHelp(false)} />
        <Chips
          label={info.label}
          options={info.options as readonly { id: LoadStrategy; label: string; hint?: string }[]}
          value={wanted}
          onChange={setWanted}
        />
        <Text>{WORDS[wanted]}</Text>
        {caution === null ? null : <Message tone="warning">{caution}</Message>}
      </Card>
      {looked === now ? (
        <InUse strategy={now} />
      ) : (
        <Switching key={looked} to={looked} onDone={() => setWanted(strategyOf(document))} />
      )}
      <Card title="Fuel in the tank">
        <SectionFields section="blend" />
        {document.blend.use?.value === 'yes' ? (
          <Text kind="small" colour="muted">
            The second maps and their blend curves stand at the end of the list of maps. The stoichiometric
            ratio and the density follow the sensor by themselves.
          </Text>
        ) : null}
      </Card>
    </Page>
  );
}

function InUse({ strategy }: { strategy: LoadStrategy }) {
  if (strategy === 'airMass') {
    return (
      <Card title="The meter">
        <SectionFields section="load" without={['load.strategy']} />
      </Card>
    );
  }
  if (strategy === 'throttle' || strategy === 'throttlePressure') {
    return (
      <Card title="Idle air as load">
        <DocumentFields fields={['idle.air', 'idle.valveFlow', 'idle.throttleWorth']} />
      </Card>
    );
  }
  return null;
}

type Take = 'kept' | 'converted';

/** Maps that leave, stay and come, and the switch itself. */
function Switching({ to, onDone }: { to: LoadStrategy; onDone: () => void }) {
  const document = useDocument();
  const [choices] = useGeneratorChoices(document);
  const change = strategySwitch(document, to, choices, today());
  const [taken, setTaken] = useState<Readonly<Partial<Record<MapId, Take>>>>({});
  const takeOf = ({ mapId, kept }: ComingMap): Take => taken[mapId] ?? (kept === null ? 'converted' : 'kept');
  const info = fieldInfo('load.strategy') as ChoiceFieldInfo;
  const label = info.options.find((option) => option.id === to)?.label ?? to;
  const names = (ids: readonly MapId[]) => ids.map((id) => inSentence(MAP_DEFINITIONS[id].label)).join(', ');
  const accept = () => {
    edit(`Measure load by ${inSentence(label)}`, (draft) => {
      for (const coming of change.coming) {
        const map = takeOf(coming) === 'kept' ? coming.kept : (coming.converted?.after ?? null);
        if (map !== null) draft.maps[coming.mapId] = map;
      }
      draft.load.strategy = { value: to, source: typedSource() };
    });
    onDone();
  };
  return (
    <Card title="What changes" intro="Nothing changes until you switch; undo takes it back.">
      {change.staying.length === 0 ? null : <Text>{`Stays in use: ${names(change.staying)}.`}</Text>}
      {change.leaving.length === 0 ? null : (
        <Text>{`No longer used, and kept for the way back: ${names(change.leaving)}.`}</Text>
      )}
      {to === 'pulseWidth' ? (
        <Message tone="warning">
          From then on a changed lambda target does not change the fuel: Lumbre offers to scale the pulse map
          with it.
        </Message>
      ) : null}
      {change.coming.map((coming) => (
        <Coming
          key={coming.mapId}
          coming={coming}
          take={takeOf(coming)}
          onTake={(take) => setTaken({ ...taken, [coming.mapId]: take })}
        />
      ))}
      <View style={{ flexDirection: 'row' }}>
        <Button
          label={`Switch to ${inSentence(label)}`}
          kind="primary"
          icon="swap-horizontal"
          onPress={accept}
        />
      </View>
    </Card>
  );
}

function Coming({ coming, take, onTake }: { coming: ComingMap; take: Take; onTake: (take: Take) => void }) {
  const { mapId, kept, converted, missing } = coming;
  const { label, unit, decimals } = MAP_DEFINITIONS[mapId];
  const shown = take === 'kept' ? kept : (converted?.after ?? null);
  return (
    <View style={{ gap: SPACE.s }}>
      <Text kind="strong">{label}</Text>
      {kept !== null && converted !== null ? (
        <Chips
          label={`${label}: which`}
          options={[
            { id: 'kept', label: 'As it was kept' },
            { id: 'converted', label: 'Computed from the maps in use' },
          ]}
          value={take}
          onChange={onTake}
        />
      ) : null}
      {shown === null ? (
        <Text colour="warning">
          {missing.length === 0
            ? 'It comes empty: propose it from its page.'
            : `It comes empty. To compute it, Lumbre needs ${missing.map((path) => inSentence(fieldInfo(path)?.label ?? path)).join(', ')}.`}
        </Text>
      ) : (
        <View style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'center' }}>
          <Thumbnail map={shown} width={84} height={60} />
          <Text kind="number">{rangeWords(shown, decimals, unit)}</Text>
        </View>
      )}
      {take === 'converted'
        ? converted?.reasons.map(({ text, formula }) => (
            <View key={text} style={{ gap: 2 }}>
              <Text kind="small">{text}</Text>
              {formula === undefined ? null : (
                <Text kind="small" colour="muted">
                  {formula}
                </Text>
              )}
            </View>
          ))
        : null}
    </View>
  );
}

function rangeWords({ values }: MapData, decimals: number, unit: string): string {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return `${low.toFixed(decimals)} to ${high.toFixed(decimals)} ${unit}`.trim();
}
