import { type ImageSectionId, mapOfSection } from '@/core/ecuImage';
import { MAP_DEFINITIONS } from '@/core/program';
import { inSentence } from '@/core/units';

/** The parts of a calibration as an engine computer holds them, by name. */
const PARTS: Readonly<Record<Exclude<ImageSectionId, `maps.${string}`>, string>> = {
  about: 'Name and note',
  engine: 'Engine',
  cams: 'Cams',
  trigger: 'Trigger',
  pins: 'Pins',
  sensors: 'Sensors',
  injectors: 'Injectors',
  injection: 'Injection',
  staging: 'Second set',
  coils: 'Coils',
  outputs: 'Outputs',
  startUp: 'Start',
  load: 'Load',
  idle: 'Idle',
  acceleration: 'Acceleration',
  overrun: 'Overrun cut',
  blend: 'Blend',
  limits: 'Speed limits',
  launch: 'Launch',
  shift: 'Shift cut',
  boost: 'Boost',
  closedLoop: 'Closed loop',
  learned: 'Learned trims',
  knock: 'Knock',
  protection: 'Protection',
  sensorLoss: 'Lost sensors',
  corrections: 'Corrections',
  couplings: 'Coupled breakpoints',
};

/** The name of a section. */
export function sectionLabel(id: ImageSectionId): string {
  const map = mapOfSection(id);
  return map === null ? PARTS[id as keyof typeof PARTS] : MAP_DEFINITIONS[map].label;
}

/** How many are named before the rest is counted. */
const NAMED = 3;

/** Sections as a list in a sentence: "fuel, spark advance and 4 more". */
export function sectionsNamed(ids: readonly ImageSectionId[]): string {
  const names = ids.slice(0, NAMED).map((id) => inSentence(sectionLabel(id)));
  if (ids.length > NAMED) names.push(`${ids.length - NAMED} more`);
  if (names.length < 2) return names.join('');
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}
