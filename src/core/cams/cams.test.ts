import * as fc from 'fast-check';
import {
  lobesOf,
  overlapDeg,
  valveEventsFromAngles,
  valveEventsFromLobes,
  valveEventsProblem,
} from './valveEvents';

const card = { intakeOpens: 18, intakeCloses: 58, exhaustOpens: 60, exhaustCloses: 16 };

describe('valve events', () => {
  // By hand: 360 − 18 = 342, 540 + 58 = 598, 180 − 60 = 120, 360 + 16 = 376; overlap 376 − 342 = 34.
  test('from opening and closing angles', () => {
    const events = valveEventsFromAngles(card);
    expect(events).toEqual({
      intakeOpensDeg: 342,
      intakeClosesDeg: 598,
      exhaustOpensDeg: 120,
      exhaustClosesDeg: 376,
    });
    expect(overlapDeg(events)).toBe(34);
  });

  // By hand: duration 18 + 180 + 58 = 256, centre 256/2 − 18 = 110; exhaust 60 + 180 + 16 = 256, centre 112.
  test('the same cam from lobe centres and durations', () => {
    const lobes = { intakeCentre: 110, intakeDuration: 256, exhaustCentre: 112, exhaustDuration: 256 };
    expect(valveEventsFromLobes(lobes)).toEqual(valveEventsFromAngles(card));
  });

  test('either way round gives back what went in', () => {
    const degrees = (min: number, max: number) => fc.integer({ min, max });
    fc.assert(
      fc.property(
        degrees(90, 125),
        degrees(200, 330),
        degrees(90, 125),
        degrees(200, 330),
        (ic, id, ec, ed) => {
          const events = valveEventsFromLobes({
            intakeCentre: ic,
            intakeDuration: id,
            exhaustCentre: ec,
            exhaustDuration: ed,
          });
          expect(lobesOf(events)).toEqual({
            intakeCentreDeg: ic,
            intakeDurationDeg: id,
            exhaustCentreDeg: ec,
            exhaustDurationDeg: ed,
          });
        },
      ),
    );
  });

  test('short cams have no overlap, never a negative one', () => {
    expect(overlapDeg(valveEventsFromAngles({ ...card, intakeOpens: -10, exhaustCloses: -10 }))).toBe(0);
  });

  // Intake open 120° is the shortest believed: −30 + 180 − 30 = 120 passes, one degree less does not.
  test('a cam with its signs turned is refused, the shortest believable is not', () => {
    expect(
      valveEventsProblem(valveEventsFromAngles({ ...card, intakeOpens: -30, intakeCloses: -30 })),
    ).toBeNull();
    expect(
      valveEventsProblem(valveEventsFromAngles({ ...card, intakeOpens: -30, intakeCloses: -31 })),
    ).toEqual({ valve: 'intake', openDeg: 119 });
    expect(
      valveEventsProblem(valveEventsFromAngles({ ...card, exhaustOpens: -60, exhaustCloses: -16 })),
    ).toMatchObject({ valve: 'exhaust' });
  });
});
