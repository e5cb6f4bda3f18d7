import type { Chance } from './chance';
import type { Build, Wish } from './engine';

/** A wish for some time, or until a speed is reached. */
export interface Leg {
  readonly wish: Wish;
  readonly forS: number;
  readonly toRpm?: number;
}

const held = (holdRpm: number, pedal: number, forS: number): Leg => ({
  wish: { pedal, holdRpm, gear: 3, cranking: false },
  forS,
});

/** A start, an idle, points that are held, pulls with lift-offs between, and an idle again, as chance has it. */
export function driveOf({ topRpm, idleRpm }: Build, chance: Chance, lengthS: number): Leg[] {
  const legs: Leg[] = [
    { wish: { pedal: 0, holdRpm: null, gear: 0, cranking: true }, forS: 1.4 },
    { wish: { pedal: 0, holdRpm: null, gear: 0, cranking: false }, forS: 16 },
  ];
  let passedS = 18;
  while (passedS < lengthS - 12) {
    if (chance.next() < 0.7) {
      // A stretch of road or brake: one speed, the pedal pressed further from hold to hold.
      const rpm = chance.between(idleRpm + 300, 0.9 * topRpm);
      const steps = 2 + Math.floor(chance.next() * 3);
      for (let i = 0; i < steps; i += 1) {
        const forS = chance.between(3, 6);
        legs.push(held(rpm + 250 * i, 6 + (i + chance.next()) * (70 / steps), forS));
        passedS += forS;
      }
    } else {
      const gear = 2 + Math.floor(chance.next() * 3);
      const pedal = chance.between(35, 100);
      legs.push(held(chance.between(1500, 2600), pedal / 3, 2));
      legs.push({ wish: { pedal, holdRpm: null, gear, cranking: false }, forS: 9, toRpm: 0.93 * topRpm });
      legs.push({ wish: { pedal: 0, holdRpm: null, gear, cranking: false }, forS: 4, toRpm: 1700 });
      passedS += 10;
    }
  }
  legs.push({ wish: { pedal: 0, holdRpm: null, gear: 0, cranking: false }, forS: 12 });
  return legs;
}
