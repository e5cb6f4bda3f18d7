import { baseValue, type Calibration, conversionContext } from '../calibration';
import { isCharged, lambdaAnchors, type LambdaInputs, veAnchors, veIdlePoint } from '../fuel';
import { sparkAnchors, type SparkInputs } from '../spark';
import { type Anchor, type GeneratorChoices, veInputsOf } from './generator';

const percent = { unit: '%', decimals: 0, min: 20, max: 130 } as const;
const degrees = { unit: '°', decimals: 1, min: -10, max: 60 } as const;
const target = { unit: 'λ', decimals: 2, min: 0.6, max: 1.2 } as const;

/** What the filling map hangs on. */
export function fillingAnchors(document: Calibration, { cams }: GeneratorChoices): Anchor[] {
  const inputs = veInputsOf(document, cams);
  const { peak, idle } = veAnchors(inputs);
  const { speedRpm, manifoldKpa } = veIdlePoint(inputs);
  return [
    {
      ...percent,
      id: 'vePeak',
      label: 'Filling at its peak',
      computed: peak,
      why: `What an engine that breathes like this fills to at ${Math.round(inputs.torquePeakSpeedRpm)} rev/min and 100 kPa.`,
    },
    {
      ...percent,
      id: 'veIdle',
      label: 'Filling at idle',
      computed: Number(idle.toFixed(1)),
      why: `At ${speedRpm} rev/min and ${manifoldKpa} kPa abs, with ${cams} cams.`,
    },
  ];
}

/** What the target map hangs on. */
export function targetAnchors(inputs: LambdaInputs): Anchor[] {
  const { idle, cruise, fullLoad, highestBoost } = lambdaAnchors(inputs);
  const boost: Anchor = {
    ...target,
    id: 'lambdaBoost',
    label: 'Target at the highest boost',
    computed: Number(highestBoost.toFixed(3)),
    why: `At ${Math.round(inputs.maxManifoldKpa)} kPa abs fuel cools the charge, so that it does not knock.`,
  };
  return [
    {
      ...target,
      id: 'lambdaIdle',
      label: 'Target at idle',
      computed: idle,
      why: `A steady burn with ${inputs.cams} cams.`,
    },
    {
      ...target,
      id: 'lambdaCruise',
      label: 'Target at cruise',
      computed: cruise,
      why: 'What burns all of both.',
    },
    {
      ...target,
      id: 'lambdaFull',
      label: 'Target at full load without boost',
      computed: fullLoad,
      why: `Best torque with some cooling${inputs.firstRun ? '; a first run makes it 4 % richer' : ''}.`,
    },
    ...(isCharged(inputs) ? [boost] : []),
  ];
}

/** What the spark map hangs on. */
export function advanceAnchors(document: Calibration, inputs: SparkInputs): Anchor[] {
  const { idleDeg, cruiseDeg, fullLoadDeg, retardDegPerKpa } = sparkAnchors(inputs);
  const baro = conversionContext(document).barometricKpa;
  const charged = (baseValue(document, 'engine.maxManifoldPressure') ?? 0) > baro + 5;
  const boost: Anchor = {
    id: 'sparkBoost',
    label: 'Less for each kPa of boost',
    unit: '°/kPa',
    decimals: 2,
    min: 0,
    max: 0.5,
    computed: retardDegPerKpa,
    why: 'A denser charge burns faster and knocks sooner.',
  };
  return [
    {
      ...degrees,
      id: 'sparkIdle',
      label: 'Spark at idle',
      computed: idleDeg,
      why: `Enough to run with ${inputs.cams} cams, with a reserve left.`,
    },
    {
      ...degrees,
      id: 'sparkCruise',
      label: 'Spark at cruise',
      computed: cruiseDeg,
      why: 'A thin charge burns slowly; never less than 4° above full load.',
    },
    {
      ...degrees,
      id: 'sparkFull',
      label: 'Spark at full load, peak torque',
      computed: Number(fullLoadDeg.toFixed(1)),
      why: `Octane ${inputs.octane}, compression ratio ${inputs.compressionRatio} and bore${inputs.cautionDeg > 0 ? `; a first run takes ${inputs.cautionDeg}° off it` : ''}.`,
    },
    ...(charged ? [boost] : []),
  ];
}
