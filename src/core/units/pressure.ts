import { type Quantity, scaledUnit, type Unit } from './unit';

const BAR_KPA = 100;
/** 1 psi = 0.45359237 kg · 9.80665 m/s² / (0.0254 m)², in kPa. */
const PSI_KPA = (0.45359237 * 9.80665) / (0.0254 * 0.0254) / 1000;

/** A pressure scale shifted by the barometric pressure: `shift` +1 reads above, −1 below it. */
function shiftedUnit(
  id: string,
  label: string,
  factor: number,
  shift: 1 | -1,
  aliases: readonly string[],
): Unit {
  return {
    id,
    label,
    aliases,
    toBase: (amount, { barometricKpa }) => amount * factor + shift * barometricKpa,
    fromBase: (base, { barometricKpa }) => (base - shift * barometricKpa) / factor,
  };
}

/** Absolute pressure, as in the manifold. Base kPa absolute. A bare "psi" or "bar" is ambiguous here on purpose. */
export const pressureAbsolute = {
  id: 'pressureAbsolute',
  units: [
    scaledUnit('kPaAbs', 'kPa abs', 1, ['kpaabs', 'kpaa', 'kpa']),
    scaledUnit('barAbs', 'bar abs', BAR_KPA, ['barabs', 'bara', 'bar']),
    scaledUnit('psiAbs', 'psi abs', PSI_KPA, ['psiabs', 'psia', 'psi']),
    shiftedUnit('kPaGauge', 'kPa gauge', 1, 1, ['kpagauge', 'kpag', 'kpa']),
    shiftedUnit('barGauge', 'bar gauge', BAR_KPA, 1, ['bargauge', 'barg', 'bar']),
    shiftedUnit('psiGauge', 'psi gauge', PSI_KPA, 1, ['psigauge', 'psig', 'psi']),
  ],
} as const satisfies Quantity;

/** Pressure above the surrounding air, as a fuel gauge reads. Base kPa gauge. */
export const pressureGauge = {
  id: 'pressureGauge',
  units: [
    scaledUnit('kPaGauge', 'kPa gauge', 1, ['kpagauge', 'kpag', 'kpa']),
    scaledUnit('barGauge', 'bar gauge', BAR_KPA, ['bargauge', 'barg', 'bar']),
    scaledUnit('psiGauge', 'psi gauge', PSI_KPA, ['psigauge', 'psig', 'psi']),
    shiftedUnit('kPaAbs', 'kPa abs', 1, -1, ['kpaabs', 'kpaa']),
    shiftedUnit('barAbs', 'bar abs', BAR_KPA, -1, ['barabs', 'bara']),
  ],
} as const satisfies Quantity;

/** Difference of two pressures; neither absolute nor gauge. Base kPa. */
export const pressureDifference = {
  id: 'pressureDifference',
  units: [
    scaledUnit('kPa', 'kPa', 1, ['kpa']),
    scaledUnit('bar', 'bar', BAR_KPA),
    scaledUnit('psi', 'psi', PSI_KPA),
  ],
} as const satisfies Quantity;
