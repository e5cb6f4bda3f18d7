import { chance } from '@tests/support/chance';
import { inertiaAtCrank, type VehicleFacts, vehicleTorque } from './index';

/** Of 2.46 L: 0.077 · 2.46 = 0.1894 kg·m². */
const CAR: VehicleFacts = {
  massKg: 980,
  tyreRadiusM: 0.31,
  ratios: [13, 8, 5.148],
  dragAreaM2: 0,
  rollingShare: 0,
  litres: 2.46,
};
const torque = (change: Partial<VehicleFacts>, gear = 3, rpm = 4000, rises = 620) => {
  const found = vehicleTorque({ ...CAR, ...change }, gear, rpm, rises);
  if (found === null) throw new TypeError('No such gear');
  return found;
};

test('inertia seen at the crank in gear: 0.19 kg·m², 980 kg, 0.31 m, 5.148 → 3.744 kg·m²', () => {
  expect(inertiaAtCrank(0.19, 980, 0.31 / 5.148)).toBeCloseTo(3.744, 3);
});

test('620 rev/min each second of it need 243.1 N·m', () => {
  expect(torque({}).torqueNm).toBeCloseTo(243.1, 0);
});

// 4000 rev/min in a ratio of 5.148 on 0.31 m: 25.22 m/s; 0.6 · 0.65 · 25.22² = 248.1 N on an arm of 0.0602 m → 14.94 N·m.
test('drag and rolling come on top: 14.9 and 11.6 N·m', () => {
  expect(torque({ dragAreaM2: 0.65 }).torqueNm - torque({}).torqueNm).toBeCloseTo(14.94, 1);
  // 980 · 9.81 · 0.02 · 0.0602
  expect(torque({ rollingShare: 0.02 }).torqueNm - torque({}).torqueNm).toBeCloseTo(11.58, 1);
});

test('how far it may be off: mass by 2 %, the radius twice by 1.5 %, what resists by a quarter', () => {
  const carNm = 243.1 * (1 - 0.1894 / 3.744);
  expect(torque({}).offNm).toBeCloseTo(carNm * Math.hypot(0.02, 0.03), 0);
  expect(torque({ rollingShare: 0.1 }).offNm).toBeGreaterThan(torque({}).offNm + 5);
});

test('a gear that the car does not have says nothing', () => {
  expect(vehicleTorque(CAR, 4, 4000, 600)).toBeNull();
  expect(vehicleTorque(CAR, 0, 4000, 600)).toBeNull();
  expect(vehicleTorque({ ...CAR, ratios: [13, 0] }, 2, 4000, 600)).toBeNull();
});

test('any car: what it is computed from comes back out of its own motion', () => {
  const next = chance(8);
  for (let i = 0; i < 50; i += 1) {
    const car = {
      massKg: 500 + 900 * next(),
      tyreRadiusM: 0.26 + 0.1 * next(),
      ratios: [4 + 10 * next()],
      dragAreaM2: next(),
      rollingShare: 0.05 * next(),
      litres: 1 + 3 * next(),
    };
    const [nm, rpm] = [80 + 300 * next(), 2000 + 4000 * next()];
    const arm = car.tyreRadiusM / (car.ratios[0] ?? 1);
    const mPerS = ((rpm * 2 * Math.PI) / 60) * arm;
    const resistsNm = (0.6 * car.dragAreaM2 * mPerS ** 2 + car.massKg * 9.81 * car.rollingShare) * arm;
    const perS = (nm - resistsNm) / (0.077 * car.litres + car.massKg * arm * arm);
    expect(vehicleTorque(car, 1, rpm, (perS * 60) / (2 * Math.PI))?.torqueNm).toBeCloseTo(nm, 6);
  }
});
