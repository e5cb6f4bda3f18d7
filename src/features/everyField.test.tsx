import { cleanup, render } from '@tests/support/render';
import type { ReactElement } from 'react';
import { choose, everything, STRATEGIES } from '@tests/support/everything';
import {
  type Calibration,
  fieldInfo,
  isMapKey,
  isSetAside,
  SECTION_IDS,
  sectionFields,
  type SectionId,
  usedMaps,
} from '@/core/calibration';
import { MAP_DEFINITIONS, MAP_IDS } from '@/core/program';
import { SENSOR_INFO } from '@/core/sensors/schema';
import { closeSession, openSession } from '@/data/session/session';
import { CamsScreen } from './build/CamsScreen';
import { CoilsScreen } from './build/CoilsScreen';
import { DeadTimeScreen } from './build/DeadTimeScreen';
import { EngineScreen } from './build/EngineScreen';
import { InjectionScreen } from './build/InjectionScreen';
import { InjectorsScreen } from './build/InjectorsScreen';
import { SensorScreen } from './build/SensorScreen';
import { StagingScreen } from './build/StagingScreen';
import { TriggerScreen } from './build/TriggerScreen';
import { BoostScreen } from './maps/BoostScreen';
import { IdleScreen } from './maps/IdleScreen';
import { KnockScreen } from './maps/knock/KnockScreen';
import { LearnedScreen } from './maps/loop/LearnedScreen';
import { LoopScreen } from './maps/loop/LoopScreen';
import { LimitsScreen } from './maps/LimitsScreen';
import { LoadScreen } from './maps/LoadScreen';
import { MapList } from './maps/MapList';
import { MapSettings } from './maps/MapSettings';
import { OverrunScreen } from './maps/OverrunScreen';
import { ProtectionScreen } from './maps/ProtectionScreen';
import { GUARD_IDS } from '@/core/protection';

let mockParams: Record<string, string> = {};
jest.mock('expo-router', () => ({
  useRouter: () => ({ navigate: () => undefined, replace: () => undefined, setParams: () => undefined }),
  useGlobalSearchParams: () => mockParams,
  useLocalSearchParams: () => mockParams,
  usePathname: () => '/c/one/build',
}));
jest.mock('@/data/store/browserRepository', () => ({ repository: {} }));
jest.mock('@/data/store/browserStorage', () => ({
  storage: { getItem: async () => null, setItem: async () => undefined },
}));
jest.mock('@/workers/readFileClient', () => ({ readFile: async () => undefined }));
// What comes behind a paint is drawn with it: a screen is looked at once.
jest.mock('@/data/session/documentParts', () => ({
  ...jest.requireActual<object>('@/data/session/documentParts'),
  useAfterPaint: () => true,
}));

function shown(element: ReactElement, document: Calibration): string[] {
  openSession('one', 1, document);
  const { container } = render(element);
  // Asked by attribute: looking by role works out the name of every element, which took a minute a screen.
  const labels = [...container.querySelectorAll('[aria-label^="About "]')].map((button) =>
    (button.getAttribute('aria-label') ?? '').replace('About ', ''),
  );
  cleanup();
  closeSession();
  return labels;
}

/** What most fields are found in. */
const ALL = everything();
/** Sections that share a screen look at one drawing of it. */
function onceForAll(labels: (document: Calibration) => string[]): (document: Calibration) => string[] {
  let ofAll: string[] | null = null;
  return (document) => (document === ALL ? (ofAll ??= labels(ALL)) : labels(document));
}

const settingsOf = onceForAll((document) =>
  MAP_IDS.filter((id) => isMapKey(document, id)).flatMap((id) =>
    shown(<MapSettings mapKey={id} />, document),
  ),
);
const screenOf = (Screen: () => ReactElement | null) => onceForAll((document) => shown(<Screen />, document));
const onLoad = screenOf(LoadScreen);
const onLimits = screenOf(LimitsScreen);
const onProtection = screenOf(ProtectionScreen);

/** The labels of the fields that the screens of a section show. */
const SCREENS: Readonly<Record<string, (document: Calibration) => string[]>> = {
  engine: screenOf(EngineScreen),
  cams: screenOf(CamsScreen),
  trigger: screenOf(TriggerScreen),
  ...Object.fromEntries(
    SENSOR_INFO.map(({ id }) => [
      `sensors.${id}`,
      (document: Calibration) => {
        mockParams = { id: 'one', sensorId: id };
        return shown(<SensorScreen />, document);
      },
    ]),
  ),
  injectors: (document) => [...shown(<InjectorsScreen />, document), ...shown(<DeadTimeScreen />, document)],
  injection: screenOf(InjectionScreen),
  staging: screenOf(StagingScreen),
  coils: screenOf(CoilsScreen),
  startUp: settingsOf,
  load: onLoad,
  idle: screenOf(IdleScreen),
  acceleration: settingsOf,
  overrun: screenOf(OverrunScreen),
  limits: onLimits,
  launch: onLimits,
  shift: onLimits,
  ...Object.fromEntries(GUARD_IDS.map((id) => [`protection.${id}`, onProtection])),
  sensorLoss: onProtection,
  boost: screenOf(BoostScreen),
  closedLoop: screenOf(LoopScreen),
  learned: screenOf(LearnedScreen),
  knock: screenOf(KnockScreen),
  blend: onLoad,
};

/** The same once for every option of every choice of a section: each of its fields is of use in one of them. */
function* variants(section: SectionId): Generator<Calibration> {
  const choices = sectionFields(section).flatMap((path) => {
    const info = fieldInfo(path);
    return info?.kind === 'choice' ? info.options.map(({ id }) => [path, id] as const) : [];
  });
  const others: ((document: Calibration) => void)[] = [
    ({ engine }) => (engine.geometry = 'displacement'),
    ({ cams }) => (cams.givenBy = 'lobes'),
    (document) => choose(document, 'load.strategy', 'throttle'),
    (document) => choose(document, 'load.strategy', 'airMass'),
  ];
  const changed = (change: (document: Calibration) => void) => {
    const document = JSON.parse(JSON.stringify(ALL)) as Calibration;
    change(document);
    return document;
  };
  yield ALL;
  for (const [path, id] of choices) yield changed((document) => choose(document, path, id));
  for (const change of others) yield changed(change);
}

test.each(SECTION_IDS)('every field of %s stands on a screen, with help', (section) => {
  const show = SCREENS[section];
  if (show === undefined) throw new Error(`No screen shows ${section}`);
  const wanted = new Map(sectionFields(section).map((path) => [fieldInfo(path)?.label ?? path, path]));
  for (const document of variants(section)) {
    if (wanted.size === 0) break;
    if ([...wanted.values()].every((path) => isSetAside(document, path))) continue;
    for (const label of show(document)) wanted.delete(label);
  }
  expect([...wanted.values()]).toEqual([]);
});

test('every field says what it is, what is usual and what it changes', () => {
  for (const path of SECTION_IDS.flatMap(sectionFields)) {
    const help = fieldInfo(path)?.help;
    for (const words of [help?.what, help?.usual, help?.changes])
      expect(`${path}: ${words}`).toMatch(/: \S{4,}|: .{8,}/);
  }
});

test('every map that is in use stands once in the list, in a group', () => {
  const names = new Set<string>();
  const ways = [
    ...STRATEGIES.map((id) => ['load.strategy', id] as const),
    ['acceleration.model', 'film'] as const,
  ];
  for (const [path, id] of ways) {
    const document = everything((draft) => choose(draft, path, id));
    openSession('one', 1, document);
    const { container } = render(<MapList />);
    for (const mapId of usedMaps(document)) {
      const { label } = MAP_DEFINITIONS[mapId];
      const links = container.querySelectorAll(`[role="link"][aria-label="${label}"]`);
      expect(links).toHaveLength(1);
      names.add(mapId);
    }
    cleanup();
    closeSession();
  }
  expect([...names].sort()).toEqual([...MAP_IDS].sort());
});
