import {
  baseValue,
  type Calibration,
  choiceAt,
  type FieldPath,
  fieldInfo,
  isSetAside,
  strategyOf,
  valueAt,
} from '../calibration';
import { choiceEdit, quantityEdit, type Remedy } from '../checks';
import type { Source } from '../field';
import { SOURCE_KINDS, SOURCE_TEXT } from '../field/schema';
import { formatNumber, inSentence } from '../units';
import type { RankedCause } from '../logCauses';

/** How a cause is mended in a calibration. */
export interface Mend {
  /** What would be put in; null where somebody has to look or measure first. */
  readonly remedy: Remedy | null;
  /** What is behind it, the least sure value first. */
  readonly why: string;
}

/** The values that look alike in a log: each scales what is injected. */
const SCALES: readonly FieldPath[] = ['injectors.ratedFlow', 'injectors.testDensity', 'engine.fuel', 'engine.bore', 'engine.displacement', 'engine.stroke']; // prettier-ignore

/**
 * What would mend a cause in a calibration; null for the filling, which its own map mends.
 * @param cause its size is the logarithm of a factor, or ms that a dead time was typed too long.
 */
export function mendOf(document: Calibration, cause: Pick<RankedCause, 'id' | 'size'>): Mend | null {
  const { id, size } = cause;
  switch (id) {
    case 'factor':
      if (strategyOf(document) === 'pulseWidth')
        return {
          remedy: null,
          why: 'Pulses are what their map says, whatever flow was typed: the correction by one factor moves them all.',
        };
      return { remedy: flowRemedy(document, size), why: leastSureFirst(document) };
    case 'deadTime': {
      const byMs = -Number(size.toFixed(3));
      const label = `Make every dead time ${formatNumber(Math.abs(byMs), 3)} ms ${byMs > 0 ? 'longer' : 'shorter'}`;
      return {
        remedy: byMs === 0 ? null : { label, edits: [{ kind: 'deadTimes', byMs }] },
        why: 'The whole curve is moved: by one log nothing says that it is wrong at one voltage alone.',
      };
    }
    case 'regulator': {
      const typed = choiceAt(document, 'injectors.regulator');
      const other = typed === 'manifold' ? 'fixed' : 'manifold';
      const label = other === 'fixed' ? 'Take the regulator for a fixed one' : 'Take the regulator for one that follows the manifold'; // prettier-ignore
      return {
        remedy: { label, edits: [choiceEdit('injectors.regulator', other)] },
        why: 'Where its hose has come off, put that right instead, and change nothing here.',
      };
    }
    case 'chargeTemperature':
      return {
        remedy: null,
        why: 'Look at the intake sensor, where it sits and its curve, before any map is changed.',
      };
    case 'sensorOne':
    case 'sensorTwo':
      return {
        remedy: null,
        why: 'Whether it is the sensor, an air leak or the injectors of that side is seen at the engine.',
      };
    case 'filling':
      return null;
  }
}

/** Injector flow that makes up for a factor; null where flow was typed at several pressures, which are measured anew. */
function flowRemedy(document: Calibration, factorLn: number): Remedy | null {
  const flow = baseValue(document, 'injectors.ratedFlow');
  if (flow === null || valueAt(document, 'injectors.flowPoints') !== null) return null;
  return {
    label: `Take injector flow for ${formatNumber(100 * Math.abs(Math.expm1(-factorLn)), 1)} % ${factorLn > 0 ? 'less' : 'more'}`,
    edits: [quantityEdit(document, 'injectors.ratedFlow', flow * Math.exp(-factorLn))],
  };
}

/** The values that scale what is injected, by how little anybody vouches for them. */
function leastSureFirst(document: Calibration): string {
  const typed = SCALES.filter((path) => !isSetAside(document, path)).flatMap((path) => {
    const value = valueAt(document, path) as { readonly source?: Source } | null;
    const kind = value?.source?.kind;
    return kind === undefined ? [] : [{ label: fieldInfo(path)?.label ?? path, kind }];
  });
  const ordered = [...typed].sort((a, b) => SOURCE_KINDS.indexOf(b.kind) - SOURCE_KINDS.indexOf(a.kind));
  const words = ordered.map(
    ({ label, kind }) => `${inSentence(label)} (${inSentence(SOURCE_TEXT[kind].label)})`,
  );
  return `The least sure first: ${words.join(', ')}.`;
}
