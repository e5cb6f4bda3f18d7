import { CAM_ANGLES } from '../cams/schema';
import { fieldInfo, type FieldPath, type SectionId, splitPath } from './fields';
import type { Calibration } from './schema';
import { followsFilm, isCharged, loadsByThrottle, usesIdleAir } from './strategy';
import { choiceAt } from './values';

/** Needed for dwell from coil data; with a table they only serve the picture and the check of current. */
const COIL_DATA: readonly FieldPath[] = ['coils.resistance', 'coils.inductance', 'coils.wantedCurrent'];
const CHARGER_FIELDS = ['chargerRatio', 'boostLimit', 'coolerShare'];
const CAM_FIELDS: readonly string[] = [...CAM_ANGLES.events, ...CAM_ANGLES.lobes];
const THERMISTOR_FIELDS: Readonly<Record<string, string>> = {
  resistances: 'resistance',
  voltages: 'voltage',
  nominal: 'library',
  beta: 'library',
};
const LINE_FIELDS: Readonly<Record<string, string>> = { points: 'points', slope: 'slope', offset: 'slope' };
const CAM_SENSOR_FIELDS = ['camEdge', 'camTeeth', 'camPosition', 'camWindow'];
const SECOND_SET_FIELDS = [
  'ratedFlow',
  'ratedPressure',
  'deadTime',
  'leastPulse',
  'by',
  'beginsAt',
  'fullAt',
  'shareAtFull',
];

/**
 * True for fields that other choices leave without use: the bore of an engine given by displacement, the curve of a
 * sensor that is not fitted. They keep what was typed, for the way back.
 */
export function isSetAside(document: Calibration, path: FieldPath): boolean {
  const { section, key } = splitPath(path);
  const { engine, cams, trigger, coils } = document;
  switch (section) {
    case 'engine':
      if (key === 'bore') return engine.geometry === 'displacement';
      if (key === 'displacement') return engine.geometry !== 'displacement';
      if (key === 'firingAngles') return engine.spacing?.value !== 'odd';
      if (CHARGER_FIELDS.includes(key)) return !isCharged(document);
      if (key === 'bankTwo') return engine.layout?.value === 'inline';
      return false;
    case 'cams':
      return CAM_FIELDS.includes(key) && !(CAM_ANGLES[cams.givenBy] as readonly string[]).includes(key);
    case 'trigger':
      if (key === 'missingTeeth') return trigger.wheel?.value === 'even';
      return (
        CAM_SENSOR_FIELDS.includes(key) && (trigger.camSensor === null || trigger.camSensor.value === 'none')
      );
    case 'staging':
      return SECOND_SET_FIELDS.includes(key) && document.staging.fitted?.value !== 'yes';
    case 'coils':
      if (key === 'dwell' || key === 'dwellBySpeed') return coils.dwellBy?.value === 'coil';
      return false;
    case 'load':
      return key === 'meter' && document.load.strategy?.value !== 'airMass';
    case 'idle':
      return isIdleFieldSetAside(document, key);
    case 'overrun':
    case 'launch':
    case 'shift':
    case 'boost':
    case 'closedLoop':
    case 'learned':
    case 'knock':
      return key !== 'use' && document[section].use?.value !== 'yes';
    case 'sensorLoss':
      return key === 'pressureRicher' && document.sensorLoss.pressure?.value !== 'throttle';
    case 'limits':
      return isLimitFieldSetAside(document, key);
    case 'injectors':
    case 'injection':
    case 'startUp':
    case 'acceleration':
      return key === 'decay' && followsFilm(document);
    case 'blend':
      return false;
    default:
      if (section.startsWith('protection.')) return isGuardFieldSetAside(document, section, key);
      return isSensorFieldSetAside(document, path, key);
  }
}

/** A guard that does nothing needs no numbers, and each act its own. */
function isGuardFieldSetAside(document: Calibration, section: SectionId, key: string): boolean {
  const act = choiceAt(document, `${section}.act`);
  if (key === 'act') return false;
  if (act === null || act === 'off') return true;
  if (key === 'limit') return act !== 'speed';
  return key === 'richer' && act !== 'richer';
}

function isLimitFieldSetAside({ limits, sensors }: Calibration, key: string): boolean {
  if (key === 'use') return false;
  if (key === 'heldRetard') return sensors.retardSwitch.fitted?.value !== 'yes';
  if (limits.use?.value !== 'yes') return true;
  return key === 'retard' && limits.softly?.value !== 'retard';
}

/** Fields of the loop, and those of its air, which a screw has none of. */
const IDLE_LOOP_FIELDS = ['window', 'throttleBelow', 'sparkGain', 'sparkLimit', 'sparkRest'];
const IDLE_LOOP_AIR_FIELDS = ['airGain', 'airLimit', 'dashpot', 'dashpotFade'];

function isIdleFieldSetAside(document: Calibration, key: string): boolean {
  const control = document.idle.control?.value ?? 'no';
  if (IDLE_LOOP_FIELDS.includes(key)) return control === 'no';
  if (IDLE_LOOP_AIR_FIELDS.includes(key)) return control !== 'both';
  if (key === 'valveFlow') return !usesIdleAir(document);
  return key === 'throttleWorth' && !(usesIdleAir(document) && loadsByThrottle(document));
}

function isSensorFieldSetAside(document: Calibration, path: FieldPath, key: string): boolean {
  const { section } = splitPath(path);
  const choice = (name: string) => {
    const other: FieldPath = `${section}.${name}`;
    return fieldInfo(other) === undefined ? undefined : choiceAt(document, other);
  };
  const fitted = choice('fitted');
  if (fitted !== undefined && fitted !== 'yes' && key !== 'fitted') return true;
  if (section === 'sensors.lambdaUse') {
    const { lambdaOne, lambdaTwo } = document.sensors;
    return lambdaOne.fitted?.value !== 'yes' || lambdaTwo.fitted?.value !== 'yes';
  }
  if (key === 'cylinder') return choice('sees') !== 'cylinder';
  if (key === 'resonance') return choice('kind') !== 'resonant';
  if (key === 'fallback') return choice('onFault') === 'last';
  const form = choice('form');
  const wanted =
    section === 'sensors.coolant' || section === 'sensors.air' ? THERMISTOR_FIELDS[key] : LINE_FIELDS[key];
  return form !== undefined && form !== null && wanted !== undefined && form !== wanted;
}

/** True for a field the work cannot go on without in this document. */
export function isRequired(document: Calibration, path: FieldPath): boolean {
  if (isSetAside(document, path)) return false;
  if (document.engine.geometry === 'displacement' && path === 'engine.stroke') return false;
  if (COIL_DATA.includes(path) && document.coils.dwellBy?.value === 'table') return false;
  return fieldInfo(path)?.required ?? false;
}
