import { type Calibration, firingOf, injectionChoice, permitsOf } from '../../calibration';
import { modeRefusals } from '../../injector';

export function refusals(document: Calibration) {
  const events = firingOf(document);
  const choice = injectionChoice(document);
  if (events === null || choice === null) return [];
  const { ecu } = document.pins;
  const drivers = ecu === null ? null : ecu.pins.filter((pin) => pin.kind === 'injector').length;
  const forEach =
    drivers === null || document.staging.fitted?.value !== 'yes' ? drivers : Math.floor(drivers / 2);
  return modeRefusals(events, choice.mode, choice.wiring, permitsOf(document), forEach);
}
